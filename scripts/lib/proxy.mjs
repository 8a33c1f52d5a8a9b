/** What a proxy says of the request it hands on. */
const SAID = [
  'forwarded',
  'via',
  'x-real-ip',
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-port',
  'x-forwarded-proto',
];

/**
 * Puts the headers of a request in order before anyone believes them: ours are nobody else's to send, and the word of a
 * proxy counts only where it is to be trusted.
 * @returns nothing; `headers` is changed
 */
export function settleHeaders(headers, { trustProxy, remoteAddress }) {
  for (const name of Object.keys(headers)) if (name.startsWith('x-crop-cycle-')) delete headers[name];
  if (SAID.some((name) => headers[name] !== undefined)) headers['x-crop-cycle-proxied'] = 'yes';
  const forwarded = trustProxy
    ? String(headers['x-forwarded-for'] ?? '')
        .split(',')
        .at(-1)
        ?.trim()
    : null;
  if (!trustProxy) for (const name of SAID) delete headers[name];
  headers['x-crop-cycle-address'] = forwarded || remoteAddress || 'unknown';
}
