import type { ButtonHTMLAttributes, ReactNode, Ref } from 'react';
import { Kbd } from './Kbd';

const LOOKS = {
  primary: 'border-action bg-action text-on-action hover:bg-action-hover hover:border-action-hover',
  plain: 'border-hairline bg-card text-ink hover:border-outline',
  quiet: 'border-transparent text-ink hover:bg-well',
};

const SHAPE =
  'inline-flex items-center justify-center rounded-md border font-semibold whitespace-nowrap transition-colors disabled:cursor-not-allowed disabled:opacity-55';

const SIZES = {
  usual: 'min-h-9 gap-2 px-3 py-1.5 text-base',
  small: 'min-h-7 gap-1.5 px-1.5 py-0 text-xs',
  /** On the line of a control's name. */
  chip: 'min-h-6 gap-1 rounded-sm px-1 py-0 text-2xs',
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: keyof typeof LOOKS;
  size?: keyof typeof SIZES;
  /** The key that does the same, shown beside the label. */
  hotkey?: string;
  ref?: Ref<HTMLButtonElement>;
  children: ReactNode;
}

export function Button(props: ButtonProps) {
  const { look = 'plain', size = 'usual', hotkey, className = '', children, ...rest } = props;
  return (
    <button
      type="button"
      className={`${SHAPE} ${SIZES[size]} ${LOOKS[look]} ${className}`}
      aria-keyshortcuts={hotkey}
      {...rest}
    >
      {children}
      {hotkey && <Kbd>{hotkey}</Kbd>}
    </button>
  );
}

interface ButtonLinkProps {
  href: string;
  look?: keyof typeof LOOKS;
  className?: string;
  /** What stands here stays: it goes on in another window. */
  inNewWindow?: boolean;
  children: ReactNode;
}

/** A link that leads on, dressed as a button. */
export function ButtonLink(props: ButtonLinkProps) {
  const { href, look = 'plain', className = '', inNewWindow = false, children } = props;
  return (
    <a
      href={href}
      target={inNewWindow ? '_blank' : undefined}
      className={`${SHAPE} ${SIZES.usual} ${LOOKS[look]} ${className}`}
    >
      {children}
    </a>
  );
}
