import { NextResponse, type NextRequest } from 'next/server';

/** Which address a page is made for, for who stands around it. */
const PATH_HEADER = 'x-crop-cycle-path';

/** A fresh nonce for every page; scripts run only with it. The headers that every answer has are set by scripts/serve.mjs. */
export function proxy(request: NextRequest) {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const dev = process.env.NODE_ENV === 'development';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set(PATH_HEADER, request.nextUrl.pathname);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

// Not for /api: there it would read a whole body before the route could turn it away.
export const config = { matcher: ['/((?!api/|_next/static|_next/image|icon|favicon|healthz|metrics).*)'] };
