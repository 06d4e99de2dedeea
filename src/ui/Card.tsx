import type { ReactNode } from 'react';

interface CardProps {
  title?: ReactNode;
  /** Stands at the right of the title. */
  aside?: ReactNode;
  className?: string;
  children: ReactNode;
}

export function Card({ title, aside, className = '', children }: CardProps) {
  return (
    <section className={`rounded-lg border border-hairline bg-card ${className}`}>
      {(title || aside) && (
        <div className="flex items-center justify-between gap-3 px-4 pt-3">
          {title && <h2 className="text-lg">{title}</h2>}
          {aside}
        </div>
      )}
      {children}
    </section>
  );
}
