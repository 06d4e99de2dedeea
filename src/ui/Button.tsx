import type { ButtonHTMLAttributes, ReactNode, Ref } from 'react';
import { Kbd } from './Kbd';

const LOOKS = {
  primary: 'border-action bg-action text-on-action hover:bg-action-hover hover:border-action-hover',
  plain: 'border-hairline bg-card text-ink hover:border-outline',
  quiet: 'border-transparent text-ink hover:bg-well',
};

const SHAPE =
  'inline-flex min-h-9 items-center justify-center gap-2 rounded-md border px-3 py-1.5 text-base font-semibold whitespace-nowrap transition-colors disabled:cursor-not-allowed disabled:opacity-55';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: keyof typeof LOOKS;
  /** The key that does the same, shown beside the label. */
  hotkey?: string;
  ref?: Ref<HTMLButtonElement>;
  children: ReactNode;
}

export function Button({ look = 'plain', hotkey, className = '', children, ...rest }: ButtonProps) {
  return (
    <button
      type="button"
      className={`${SHAPE} ${LOOKS[look]} ${className}`}
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
  children: ReactNode;
}

/** A link that leads on, dressed as a button. */
export function ButtonLink({ href, look = 'plain', className = '', children }: ButtonLinkProps) {
  return (
    <a href={href} className={`${SHAPE} ${LOOKS[look]} ${className}`}>
      {children}
    </a>
  );
}
