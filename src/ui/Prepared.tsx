import type { ReactNode } from 'react';
import { ToastArea } from './toast';
import { usePrepared } from './usePrepared';

/** Shows its children once the workspace is ready; every page is wrapped in it. */
export function Prepared({ children }: { children: ReactNode }) {
  const preparation = usePrepared();
  if (preparation.state === 'failed') {
    return (
      <div role="alert" className="max-w-prose p-6">
        <h1 className="text-xl">The workspace could not be opened</h1>
        <p className="mt-2">
          This browser did not let Wise Ripple use its storage: {preparation.message}. Private
          windows and full disks are the usual reasons. Nothing has been changed.
        </p>
      </div>
    );
  }
  if (preparation.state === 'preparing') {
    return (
      <div className="p-6" role="status">
        <p className="text-ink-2">
          {preparation.share > 0 ? 'Sounding the demo water…' : 'Opening the workspace…'}
        </p>
        {preparation.share > 0 && (
          <progress
            className="mt-2 w-64 accent-action"
            value={preparation.share}
            max={1}
            aria-label="Progress"
          />
        )}
      </div>
    );
  }
  return (
    <>
      {children}
      <ToastArea />
    </>
  );
}
