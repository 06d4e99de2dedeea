import { Upload } from '@/ui/icons';
import { type ReactNode, useRef } from 'react';
import { Button } from './Button';

interface FileButtonProps {
  /** Names the hidden input, for screen readers and tests. */
  label: string;
  accept: string;
  disabled?: boolean;
  onFile: (file: File) => void;
  children: ReactNode;
}

/** A button that asks for one file. The same file can be chosen again. */
export function FileButton({ label, accept, disabled, onFile, children }: FileButtonProps) {
  const inputRef = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => inputRef.current?.click()} disabled={disabled}>
        <Upload size={16} aria-hidden="true" /> {children}
      </Button>
      <input
        ref={inputRef}
        type="file"
        accept={accept}
        aria-label={label}
        className="hidden"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
    </>
  );
}
