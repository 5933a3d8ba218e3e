import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { type IncomingMessage, type ServerResponse, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { extname, join, normalize, sep } from 'node:path';
import { type Answer, PrintPictures } from './print-pictures.js';

export interface PrintServer {
  origin: string;
  /** what every request must bear: nobody else on this machine reads along */ headers: Record<string, string>;
  close(): void;
}

const TYPES: Readonly<Record<string, string>> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.woff2': 'font/woff2',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
  '.wasm': 'application/wasm',
};
const SECRET_HEADER = 'x-caulkhorn-print';

/** What a page that is printed is answered from. */
export interface Source {
  webRoot: string;
  answer(path: string): Promise<Answer>;
  /** addresses of those that the page will ask for once it has read everything */ pictures: readonly string[];
}

/** Serves one page to one browser on this machine: the files of the built web app, and answers of the API, of reading ones alone. */
export async function servePrint(source: Source): Promise<PrintServer> {
  const pictures = new PrintPictures((path) => source.answer(path));
  const secret = randomBytes(24).toString('base64url');
  const server = createServer((request, response) => {
    const isOurs = request.headers[SECRET_HEADER] === secret && request.method === 'GET';
    if (!isOurs) return void response.writeHead(404).end();
    void respond(request, response, { source, pictures }).catch(() => response.writeHead(500).end());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  void pictures.makeAhead(source.pictures);
  const { port } = server.address() as AddressInfo;
  return {
    origin: `http://127.0.0.1:${port}`,
    headers: { [SECRET_HEADER]: secret },
    close: () => {
      pictures.close();
      server.close();
      server.closeAllConnections();
    },
  };
}

async function respond(
  request: IncomingMessage,
  response: ServerResponse,
  { source, pictures }: { source: Source; pictures: PrintPictures },
): Promise<void> {
  const { pathname } = new URL(request.url ?? '/', 'http://print');
  if (!pathname.startsWith('/api/')) {
    const { body, type } = await fileAt(source.webRoot, pathname);
    return void response.writeHead(200, { 'content-type': type }).end(body);
  }
  const path = pathname.slice('/api'.length);
  const found = await pictures.at(path);
  const headers = { 'x-caulkhorn': '1', 'cache-control': 'no-store' };
  if (Buffer.isBuffer(found)) return void response.writeHead(200, { ...headers, 'content-type': 'image/jpeg' }).end(found);
  response.writeHead(found === undefined ? 404 : 200, { ...headers, 'content-type': 'application/json' });
  response.end(typeof found === 'string' ? found : JSON.stringify(found ?? { error: 'not-found' }));
}

/** A file of the built web app; every address that is none leads to the page itself. */
async function fileAt(webRoot: string, pathname: string): Promise<{ body: Buffer; type: string }> {
  const path = normalize(join(webRoot, decodeURIComponent(pathname)));
  const type = path.startsWith(webRoot + sep) ? TYPES[extname(path)] : undefined;
  if (type) return { body: await readFile(path), type };
  return { body: await readFile(join(webRoot, 'index.html')), type: TYPES['.html']! };
}
