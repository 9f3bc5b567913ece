/** A wire between the browser and the server that can be cut: what goes through it is real, and so is its absence. */
import { once } from 'node:events';
import { connect, createServer, type Server, type Socket } from 'node:net';

interface Wire {
  url: string;
  cut(): Promise<void>;
  mend(): Promise<void>;
}

export async function openWire(to: string): Promise<Wire> {
  const { hostname, port } = new URL(to);
  const sockets = new Set<Socket>();
  let server: Server;
  const listen = async (at: number): Promise<number> => {
    server = createServer((socket) => {
      const far = connect(Number(port), hostname);
      for (const one of [socket, far]) {
        sockets.add(one);
        one.on('error', () => one.destroy());
        one.on('close', () => sockets.delete(one));
      }
      socket.pipe(far).pipe(socket);
    });
    server.listen(at, '127.0.0.1');
    await once(server, 'listening');
    return (server.address() as { port: number }).port;
  };
  const here = await listen(0);
  return {
    url: `http://127.0.0.1:${here}`,
    async cut() {
      const closed = once(server, 'close');
      server.close();
      for (const socket of sockets) socket.destroy();
      await closed;
    },
    async mend() {
      await listen(here);
    },
  };
}
