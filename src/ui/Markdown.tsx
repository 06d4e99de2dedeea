/** Words with emphasis, lists and links, as an instructor writes them; nothing in them can run. */
import Rendered from 'react-markdown';

export function Markdown({ text }: { text: string }) {
  return (
    <div className="flex max-w-prose flex-col gap-2 leading-relaxed [&_a]:text-action [&_a]:underline [&_h2]:text-lg [&_h3]:font-semibold [&_li]:ml-5 [&_ol]:list-decimal [&_ul]:list-disc">
      <Rendered>{text}</Rendered>
    </div>
  );
}
