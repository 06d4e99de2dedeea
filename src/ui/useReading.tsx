import { useEffect, useRef, useState } from 'react';
import { Button } from './Button';

/** A file that is being read, and the way to give it up; a page that is left gives it up too. */
export function useReading() {
  const running = useRef<AbortController | null>(null);
  const [isReading, setIsReading] = useState(false);
  useEffect(() => () => running.current?.abort(), []);
  return {
    isReading,
    read: async <T,>(run: (signal: AbortSignal) => Promise<T>): Promise<T> => {
      const own = new AbortController();
      running.current = own;
      setIsReading(true);
      try {
        return await run(own.signal);
      } finally {
        setIsReading(false);
      }
    },
    /** Stands where one can stop it. */
    cancel: isReading ? (
      <Button onClick={() => running.current?.abort()}>Give up reading</Button>
    ) : null,
  };
}
