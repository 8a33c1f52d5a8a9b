import { existsSync } from 'node:fs';

/** Without a window where there is such a one: less is drawn that nobody sees. */
const KNOWN = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** How every script and browser test starts Chromium: no sandbox in a container, and nothing that would call home. */
export const LAUNCH = {
  executablePath: process.env.CHROMIUM_PATH ?? KNOWN.find((path) => existsSync(path)) ?? KNOWN[0],
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
