import { pathToFileURL } from 'node:url';
import type { PrintedPage, PrintedRecord } from '@caulkhorn/contract';

/** What a thread is handed. */
export interface PageTask {
  /** file whose default export writes a page */ writer: string;
  /** BCP 47 */ locale: string;
  record: PrintedRecord;
}

/** Runs in a worker thread of its own, once: what is written there reads its language as it would in a browser. */
export default async function pageInThread({ writer, locale, record }: PageTask): Promise<PrintedPage> {
  Object.defineProperty(globalThis, 'navigator', { value: { language: locale }, configurable: true });
  const { default: written } = (await import(pathToFileURL(writer).href)) as { default(record: PrintedRecord): PrintedPage };
  return written(record);
}
