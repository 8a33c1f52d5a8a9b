import { expect, test, useFarm } from './help';

/** Behind a proxy that is to be believed. */
const { base } = useFarm({ more: { TRUST_PROXY: 'yes' } });

test('reached by HTTPS the cookie is secure and HSTS is sent', async () => {
  const signIn = (headers: Record<string, string>) =>
    fetch(`${base()}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify({ name: 'tess', password: 'heron-loop' }),
    });
  const secure = await signIn({ 'x-forwarded-proto': 'https' });
  expect(secure.status).toBe(200);
  expect(secure.headers.get('strict-transport-security')).toMatch(/max-age=31536000/);
  for (const cookie of secure.headers.getSetCookie()) expect(cookie).toMatch(/Secure; HttpOnly; SameSite=lax/i);
  const plain = await signIn({});
  for (const cookie of plain.headers.getSetCookie()) expect(cookie).not.toMatch(/Secure/);
});
