// Vite bundles no Node worker by itself: this emits src/server/soundingThread.ts beside the server and
// tells the pool where it lies.
import { fileURLToPath } from 'node:url';

const NAME = 'virtual:sounding-thread';
const RESOLVED = `\0${NAME}`;
const THREAD = fileURLToPath(new URL('../../src/server/soundingThread.ts', import.meta.url));

export function soundingThread() {
  let isBuild = false;
  return {
    name: 'sounding-thread',
    configResolved: (config) => {
      isBuild = config.command === 'build' && Boolean(config.build.ssr);
    },
    resolveId: (id) => (id === NAME ? RESOLVED : null),
    load(id) {
      if (id !== RESOLVED) return null;
      if (!isBuild) return 'export default null;';
      const chunk = this.emitFile({ type: 'chunk', id: THREAD, name: 'soundingThread' });
      return `export default import.meta.ROLLUP_FILE_URL_${chunk};`;
    },
  };
}
