/** Has the browser keep the application, and says when a newer one is there. */
import { showToast } from '@/ui/toast';

/** Nothing is fetched for later while the page still opens. */
const AFTER_MS = 5000;

function offer(waiting: ServiceWorker) {
  showToast({
    message: 'A new version of Wise Ripple is ready. What you have begun stays.',
    action: {
      label: 'Reload',
      run: () => {
        const reload = () => location.reload();
        navigator.serviceWorker.addEventListener('controllerchange', reload, { once: true });
        waiting.postMessage({ type: 'SKIP_WAITING' });
      },
    },
  });
}

async function register() {
  const { serviceWorker } = navigator;
  const registration = await serviceWorker.register('/serviceWorker.js');
  // Without one at work this is the first, and nothing is old.
  const offerWaiting = () => {
    if (registration.waiting && serviceWorker.controller) offer(registration.waiting);
  };
  offerWaiting();
  registration.addEventListener('updatefound', () =>
    registration.installing?.addEventListener('statechange', offerWaiting),
  );
}

let isAsked = false;

/** Once a page. Over plain http on a network browsers have no such thing. */
export function keepOffline(): void {
  if (isAsked || !navigator.serviceWorker) return;
  isAsked = true;
  // Refused by a setting, for want of room, or in development, the application works with its server as ever.
  setTimeout(() => void register().catch(() => undefined), AFTER_MS);
}
