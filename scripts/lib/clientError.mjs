/**
 * What cannot be read as a request is answered 400 and hung up on. A connection on which nothing ever came is hung up on
 * without a word: browsers open spare ones, and would take the word for the answer to what they are just about to ask.
 */
export function onClientError(error, socket) {
  if (!socket.writable) return;
  const said = error.code === 'ERR_HTTP_REQUEST_TIMEOUT' ? '408 Request Timeout' : '400 Bad Request';
  if (socket.bytesRead === 0) return socket.destroy();
  socket.end(`HTTP/1.1 ${said}\r\nconnection: close\r\ncontent-length: 0\r\n\r\n`);
}
