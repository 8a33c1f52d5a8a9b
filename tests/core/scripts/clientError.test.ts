import { expect, test, vi } from 'vitest';
import { onClientError } from '../../../scripts/lib/clientError.mjs';

const socketWith = (bytesRead: number, writable = true) => ({ writable, bytesRead, destroy: vi.fn(), end: vi.fn() });

test('a spare connection on which nothing came is closed without a word, so that a browser just asks again', () => {
  const spare = socketWith(0);
  onClientError({ code: 'ERR_HTTP_REQUEST_TIMEOUT' }, spare);
  expect(spare.destroy).toHaveBeenCalled();
  expect(spare.end).not.toHaveBeenCalled();
});

test('half a request is answered 408, nonsense 400, and what is gone already is left', () => {
  const half = socketWith(20);
  onClientError({ code: 'ERR_HTTP_REQUEST_TIMEOUT' }, half);
  expect(half.end.mock.calls[0]![0]).toMatch(/^HTTP\/1\.1 408 /);
  const nonsense = socketWith(9);
  onClientError({ code: 'HPE_INVALID_METHOD' }, nonsense);
  expect(nonsense.end.mock.calls[0]![0]).toMatch(/^HTTP\/1\.1 400 /);
  const gone = socketWith(9, false);
  onClientError({}, gone);
  expect(gone.end).not.toHaveBeenCalled();
});
