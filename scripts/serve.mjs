import { AsyncLocalStorage } from 'node:async_hooks';
import { randomUUID } from 'node:crypto';
import cluster from 'node:cluster';
import { createServer } from 'node:http';
import next from 'next';
import pino from 'pino';
import { onClientError } from './lib/clientError.mjs';
import { mayAsk, pathForLog } from './lib/doors.mjs';
import { gate } from './lib/gate.mjs';
import { settleHeaders } from './lib/proxy.mjs';
import { serveMany, webProcesses } from './lib/serveMany.mjs';

/**
 * The web server: Next's own handler behind bounds and headers that hold for every path, static files too. With
 * WEB_PROCESSES over 1 this process only keeps that many running, which share the port.
 */
const log = pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: { app: 'crop-cycle', pid: process.pid },
  timestamp: pino.stdTimeFunctions.isoTime,
});
const port = Number(process.env.PORT ?? 3000);
const host = process.env.HOST ?? '127.0.0.1';
const trustProxy = process.env.TRUST_PROXY === 'yes';

const ALWAYS = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=()',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'content-security-policy':
    "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'",
};
const LONGEST_URL = 4000;
/** As in src/server/body, which counts what really comes. */
const LARGEST_BODY = 1_000_000;
/** Pages worked out at the same time by a process: what is recorded must not wait behind all pages that are being read. */
const PAGES_AT_ONCE = 2;
const ASIDE = /^\/(api\/(?:questions|stations)|_next|healthz|metrics|icon)\b/;
const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);
/** A line on which nothing comes, of headers or of a body, is hung up on after this long. */
const SILENT_MS = 20_000;
/** The longest a whole request may take to come. */
const WHOLE_MS = 120_000;
/** An answer of which nothing is taken for so long is broken off. */
const UNREAD_MS = 60_000;

function isHttps(request) {
  return (
    process.env.APP_ORIGIN?.startsWith('https:') ||
    String(request.headers['x-forwarded-proto'] ?? '')
      .split(',')[0]
      .trim() === 'https'
  );
}

/** What is wrong with an address, in words, or null. */
function addressFault(url) {
  if (url.length > LONGEST_URL) return [414, 'That address is too long.'];
  try {
    const plain = decodeURIComponent(url);
    if (plain.includes('\0') || !plain.isWellFormed()) return [400, 'That address holds characters that no page has.'];
    return null;
  } catch {
    return [400, 'That address cannot be read.'];
  }
}

function say(response, status, words) {
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8' });
  response.end(`${words}\n`);
}

/** Whom a page is made for, for as long as it is made: src/instrumentation speaks as this says. */
const asking = (globalThis.cropCycleRequest = new AsyncLocalStorage());

function localeOf(request) {
  return /(?:^|;\s*)crop_cycle_locale=([\w-]{2,35})(?:;|$)/.exec(String(request.headers.cookie ?? ''))?.[1];
}

/** How often lines are looked at that have sent no whole headers. */
const LOOK_MS = 2000;

/** While a body comes, silence ends it; while an answer goes, nobody reading it does. What takes long to make is waited for. */
function watchLine(request, response) {
  const { socket, headers } = request;
  const brings = Number(headers['content-length'] ?? 0) > 0 || headers['transfer-encoding'] !== undefined;
  socket.setTimeout(brings ? SILENT_MS : UNREAD_MS);
  request.once('end', () => socket.setTimeout(UNREAD_MS));
  response.on('timeout', () => {
    if (!request.complete || socket.writableLength > 0) socket.destroy();
    else socket.setTimeout(UNREAD_MS);
  });
}

let ending = false;

async function serve() {
  const app = next({ dev: false, hostname: host, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const turns = gate(PAGES_AT_ONCE);
  // What a station shows is sent at once where it is known; where it must be made, src/server/answers waits its turn.
  globalThis.cropCycleTurns = turns;
  const answer = async (request, response) => {
    if (ASIDE.test(request.url)) return handle(request, response);
    const end = WRITES.has(request.method) ? turns.goFirst() : await turns.enter(() => response.destroyed);
    if (!end) return;
    response.once('close', end);
    await handle(request, response).finally(end);
  };
  const server = createServer(
    {
      maxHeaderSize: 16_384,
      requestTimeout: WHOLE_MS,
      headersTimeout: SILENT_MS - LOOK_MS,
      connectionsCheckingInterval: LOOK_MS,
    },
    (request, response) => {
      const began = performance.now();
      const id = /^[\w-]{8,64}$/.test(String(request.headers['x-request-id'] ?? ''))
        ? request.headers['x-request-id']
        : randomUUID();
      request.headers['x-request-id'] = id;
      settleHeaders(request.headers, { trustProxy, remoteAddress: request.socket.remoteAddress });
      watchLine(request, response);
      for (const [name, value] of Object.entries(ALWAYS)) response.setHeader(name, value);
      response.setHeader('x-request-id', id);
      if (isHttps(request)) response.setHeader('strict-transport-security', 'max-age=31536000; includeSubDomains');
      if (ending) response.setHeader('connection', 'close');
      response.on('finish', () => {
        const path = pathForLog(request.url);
        if (path === '/healthz' || path.startsWith('/_next/')) return;
        log.info(
          {
            requestId: id,
            method: request.method,
            path,
            status: response.statusCode,
            ms: Math.round(performance.now() - began),
          },
          'request',
        );
      });
      const fault = addressFault(request.url ?? '/');
      if (fault) return say(response, ...fault);
      if (Number(request.headers['content-length'] ?? 0) > LARGEST_BODY) {
        response.setHeader('connection', 'close');
        return say(response, 413, 'That is too large.');
      }
      if (!mayAsk(request.method, request.url)) return say(response, 405, 'That is not how anything here is asked.');
      asking
        .run({ locale: localeOf(request) }, () => answer(request, response))
        .catch((error) => {
          log.error({ err: error, requestId: id }, 'unforeseen in the server');
          if (!response.headersSent)
            say(response, 500, 'Something went wrong on our side. Try again: nothing is recorded twice.');
          else response.destroy();
        });
    },
  );
  server.on('clientError', onClientError);
  server.listen(port, host, () => log.info({ port, host }, 'serving'));
  return server;
}

/** Answers what has begun, takes nothing new, and goes. */
function finish(server, signal) {
  if (ending) return;
  ending = true;
  log.info({ signal }, 'stopping: what has begun is answered first');
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 8000).unref();
}

if (cluster.isPrimary && webProcesses() > 1) serveMany(log);
else {
  const server = await serve();
  process.on('SIGTERM', () => finish(server, 'SIGTERM'));
  process.on('SIGINT', () => finish(server, 'SIGINT'));
  process.on('unhandledRejection', (error) => log.error({ err: error }, 'a promise nobody waited for failed'));
}
