import { DOORS } from './doors.generated.mjs';

const READS = new Set(['GET', 'HEAD']);

const doors = Object.entries(DOORS).map(([path, methods]) => ({
  pattern: new RegExp(`^${path.replace(/\[\.\.\.[^\]]+\]/g, '.+').replace(/\[[^\]]+\]/g, '[^/]+')}/?$`),
  methods: new Set(methods),
}));

/**
 * Whether anything here is asked so. A door takes the methods of its route; all else is only read, so nothing is ever
 * decoded as a call of a page.
 */
export function mayAsk(method, url) {
  const path = url.split('?')[0];
  const door = doors.find(({ pattern }) => pattern.test(path));
  if (!door) return READS.has(method);
  return door.methods.has(method) || (method === 'HEAD' && door.methods.has('GET'));
}

/** Addresses that open something by themselves are never written down. */
const PRIVATE = /^(\/(?:api\/calendar|join)\/)[^/?]+/;

export function pathForLog(url) {
  return String(url).split('?')[0].replace(PRIVATE, '$1…');
}
