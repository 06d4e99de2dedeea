import { groundTiles } from '@core/bottom';
import type { ToSoundingWorker } from './soundingProtocol';
import { createSoundingService } from './soundingService';

// A message to oneself comes after those already waiting, without a timer's delay.
const { port1, port2 } = new MessageChannel();
const waiting: (() => void)[] = [];
port1.onmessage = () => waiting.shift()?.();

const receive = createSoundingService(
  (message, transfer) => self.postMessage(message, { transfer }),
  (task) => {
    waiting.push(task);
    port2.postMessage(null);
  },
);

self.onmessage = (event: MessageEvent<ToSoundingWorker>) => receive(event.data);

// Every sounding needs them. Made while the page still finds out what to sound, nobody waits for them.
groundTiles();
