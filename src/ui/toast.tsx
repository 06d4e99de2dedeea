import { X } from '@/ui/icons';
import { useEffect } from 'react';
import { create } from 'zustand';
import { Button } from './Button';

interface Toast {
  message: string;
  action?: { label: string; run: () => void };
}

const useToast = create<{ toast: Toast | null }>()(() => ({ toast: null }));

/** Says what happened, with a way back where there is one. A new message replaces the last. */
export function showToast(toast: Toast): void {
  useToast.setState({ toast });
}

export const dismissToast = () => useToast.setState({ toast: null });
const SHOWN_MS = 12_000;

export function ToastArea() {
  const toast = useToast((state) => state.toast);
  useEffect(() => {
    if (!toast) return;
    const timer = setTimeout(dismissToast, SHOWN_MS);
    return () => clearTimeout(timer);
  }, [toast]);
  return (
    <div role="status" className="fixed bottom-20 left-1/2 z-40 -translate-x-1/2 sm:bottom-6">
      {toast && (
        <div className="flex items-center gap-3 rounded-lg bg-ink py-1.5 pr-1.5 pl-4 text-card shadow-lg">
          <span>{toast.message}</span>
          {toast.action && (
            <Button
              onClick={() => {
                toast.action?.run();
                dismissToast();
              }}
            >
              {toast.action.label}
            </Button>
          )}
          <button
            type="button"
            aria-label="Dismiss"
            className="rounded-md p-2 outline-card!"
            onClick={dismissToast}
          >
            <X size={16} aria-hidden="true" />
          </button>
        </div>
      )}
    </div>
  );
}
