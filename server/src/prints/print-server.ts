import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { type IncomingMessage, type ServerResponse, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { extname, join, normalize, sep } from 'node:path';
import type { PrintPictures } from './print-pictures.js';

export interface PrintServer {
  origin: string;
  /** what every request must bear: nobody else on this machine reads along */ headers: Record<string, string>;
  close(): void;
}

const TYPES: Readonly<Record<string, string>> = {
  '.css': 'text/css',
  '.woff2': 'font/woff2',
  '.svg': 'image/svg+xml',
  '.png': 'image/png',
};
const PAGE = {
  'content-type': 'text/html; charset=utf-8',
  // whatever a record says, nothing of it runs
  'content-security-policy': "default-src 'none'; style-src 'self' 'unsafe-inline'; font-src 'self'; img-src 'self' data:",
};
const SECRET_HEADER = 'x-caulkhorn-print';

/** What is printed, and where its pictures come from. */
export interface Source {
  /** folder of the built web app, for styles and fonts */ webRoot: string;
  html: string;
  pictures: PrintPictures;
}

/** Serves one page to one browser on this machine: the page, the styles and fonts it is drawn with, and the pictures in it. */
export async function servePrint(source: Source): Promise<PrintServer> {
  const secret = randomBytes(24).toString('base64url');
  const server = createServer((request, response) => {
    const isOurs = request.headers[SECRET_HEADER] === secret && request.method === 'GET';
    if (!isOurs) return void response.writeHead(404).end();
    void respond(request, response, source).catch(() => response.writeHead(500).end());
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  return {
    origin: `http://127.0.0.1:${port}`,
    headers: { [SECRET_HEADER]: secret },
    close: () => {
      server.close();
      server.closeAllConnections();
    },
  };
}

async function respond(request: IncomingMessage, response: ServerResponse, { webRoot, html, pictures }: Source): Promise<void> {
  const { pathname } = new URL(request.url ?? '/', 'http://print');
  if (pathname === '/') return void response.writeHead(200, PAGE).end(html);
  const found = pathname.startsWith('/api/') ? await pictures.at(pathname) : await fileAt(webRoot, pathname);
  if (!found) return void response.writeHead(404).end();
  response.writeHead(200, { 'content-type': TYPES[extname(pathname)] ?? 'image/jpeg' }).end(found);
}

/** A file of the built web app that a page may be drawn with. */
async function fileAt(webRoot: string, pathname: string): Promise<Buffer | undefined> {
  const path = normalize(join(webRoot, decodeURIComponent(pathname)));
  return path.startsWith(webRoot + sep) && extname(path) in TYPES ? readFile(path) : undefined;
}
