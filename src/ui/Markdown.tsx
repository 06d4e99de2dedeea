/** Words with emphasis, lists and links, as an instructor writes them; nothing in them can run. */
import { Children, type ReactNode } from 'react';
import Rendered from 'react-markdown';
import { Glossed } from './Glossed';

/** Terms explain themselves where they stand in plain text. */
const explained = (children: ReactNode) =>
  Children.map(children, (child) => (typeof child === 'string' ? <Glossed text={child} /> : child));

const COMPONENTS = {
  p: ({ children }: { children?: ReactNode }) => <p>{explained(children)}</p>,
  li: ({ children }: { children?: ReactNode }) => <li>{explained(children)}</li>,
};

export function Markdown({ text }: { text: string }) {
  return (
    <div className="flex max-w-prose flex-col gap-2 leading-relaxed [&_a]:text-action [&_a]:underline [&_h2]:text-lg [&_h3]:font-semibold [&_li]:ml-5 [&_ol]:list-decimal [&_ul]:list-disc">
      <Rendered components={COMPONENTS}>{text}</Rendered>
    </div>
  );
}
