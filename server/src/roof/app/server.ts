import { createServer, STATUS_CODES, type RequestListener, type Server } from 'node:http';
import type { Socket } from 'node:net';

const KEPT_OPEN_MS = 75_000;

/** An HTTP server that answers what it cannot even read with problem details, too. */
export const makeServer = (app: RequestListener): Server => {
  const server = createServer(app);
  // Longer than people think between two steps, so that a line is rarely closed at the moment they ask again.
  server.keepAliveTimeout = KEPT_OPEN_MS;
  server.on('clientError', (error: NodeJS.ErrnoException, socket: Socket) => {
    if (!socket.writable || error.code === 'ECONNRESET') return void socket.destroy();
    const tooLong = error.code === 'HPE_HEADER_OVERFLOW';
    const status = tooLong ? 431 : 400;
    const body = JSON.stringify({
      type: tooLong ? '/problems/too-long' : '/problems/bad-request',
      title: tooLong ? 'The address is longer than can be read.' : 'The request cannot be understood.',
      status,
    });
    socket.end(
      `HTTP/1.1 ${status} ${STATUS_CODES[status]}\r\nContent-Type: application/problem+json\r\nContent-Length: ${Buffer.byteLength(body)}\r\nConnection: close\r\n\r\n${body}`,
    );
  });
  return server;
};
