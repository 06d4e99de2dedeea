// What may be asked of the built application: its files, its endpoints, and nothing the framework brings along.
import { readdirSync } from 'node:fs';
import { join, relative, sep } from 'node:path';

const READ = ['GET', 'HEAD'];
/** A feed has no end that a HEAD could wait for. */
export const ENDPOINTS = {
  '/api/feed': ['GET'],
  '/api/health': READ,
  '/api/room': ['GET', 'POST'],
  '/api/room-question': ['GET', 'POST'],
  '/api/screens': ['POST'],
  '/api/sounding': ['POST'],
  '/api/water': READ,
};

/** Pages that say what went wrong; nobody asks for them. */
const ABOUT_FAULTS = /^\/(404|405|500)(\.html|\/)?$/;

/** Files of a build, each with the path it is asked for by: a page is asked for without its `index.html`. */
export function filesOf(folder) {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .map((file) => {
      const path = `/${relative(folder, file).split(sep).join('/')}`;
      const page = /^(.*)\/index\.html$/.exec(path)?.[1];
      return { file, path: page === undefined ? path : page || '/', isPage: page !== undefined };
    })
    .filter(({ path }) => !ABOUT_FAULTS.test(path) && !path.endsWith('.br'));
}

/** Paths under which the files of a build are found: a page with a slash at its end, too. */
export function pathsOf(folder) {
  const files = filesOf(folder);
  const pages = files.filter(({ path, isPage }) => isPage && path !== '/');
  return new Set([...files.map(({ path }) => path), ...pages.map(({ path }) => `${path}/`)]);
}

/**
 * @param paths of files that are there
 * @returns null where the request may pass; else the status, what to say, and what would be allowed
 */
export function refusal(paths, { method, url, headers }) {
  const path = (url ?? '').split('?')[0];
  // A path may be any word, also one that every object answers to.
  const endpoint = Object.hasOwn(ENDPOINTS, path) ? ENDPOINTS[path] : null;
  const allowed = endpoint ?? (paths.has(path) ? READ : null);
  if (!allowed) return { status: 404, error: 'notFound', message: 'there is nothing at this path' };
  if (!allowed.includes(method)) {
    const message = `only ${allowed.join(' and ')} can be asked for here`;
    return { status: 405, error: 'notAllowed', message, allow: allowed.join(', ') };
  }
  if (isForeign(method, headers)) {
    return { status: 403, error: 'foreign', message: 'requests from other sites are refused' };
  }
  return null;
}

function isForeign(method, { origin, host }) {
  if (!origin || READ.includes(method)) return false;
  return !URL.canParse(origin) || new URL(origin).host !== host;
}
