import { type ReactNode, useEffect } from 'react';
import { keepOffline } from '@/offline/keepOffline';
import { isReadOnly, whenWriteFails } from '@/storage/database';
import { useSettings } from '@/storage/settings';
import { Button } from './Button';
import { showToast, ToastArea } from './toast';
import { usePrepared } from './usePrepared';

/** Shows its children once the workspace is ready; every page is wrapped in it. */
export function Prepared({ children }: { children: ReactNode }) {
  const preparation = usePrepared();
  const { looksAsStudent, lookAsStudent } = useSettings();
  useEffect(keepOffline, []);
  useEffect(
    () =>
      whenWriteFails((reason) =>
        showToast({ message: `Not stored: ${reason}. What you see is in this window only.` }),
      ),
    [],
  );
  if (preparation.state === 'failed') {
    return (
      <div role="alert" className="max-w-prose p-6">
        <h1 className="text-xl">The workspace could not be opened</h1>
        <p className="mt-2">
          This browser did not let Wise Ripple use its storage: {preparation.message}. Of what you
          made nothing has been changed, and nothing is begun anew.
        </p>
        <ul className="my-3 list-disc pl-5">
          <li>Close other windows of Wise Ripple, and try again.</li>
          <li>Make room on the disk: a full one keeps the store shut.</li>
          <li>A private window has no store, or forgets it: use an ordinary one.</li>
          <li>Close the browser and open it again.</li>
        </ul>
        <Button look="primary" onClick={() => location.reload()}>
          Try again
        </Button>
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
      {isReadOnly() && (
        <p role="alert" className="border-b border-hairline bg-well px-4 py-2">
          What is stored here was written by a newer Wise Ripple. This older one shows it and
          changes nothing. <b>Reload the page</b> to get the newer one; a backup (Settings) saves
          what this one can read.
        </p>
      )}
      {looksAsStudent && (
        <p
          role="status"
          className="flex items-center gap-3 border-b border-hairline bg-well px-4 py-1.5"
        >
          <span className="flex-1">You see what a student sees.</span>
          <Button size="small" onClick={() => lookAsStudent(false)}>
            Back to teaching
          </Button>
        </p>
      )}
      {children}
      <ToastArea />
    </>
  );
}
