import type { Result } from '@caulkhorn/core/issues';
import { type ReadJobFile, readJobFile } from './read-job-file.js';

/** Runs in a worker thread: reading a large file may take seconds, in which the server answers others. */
export default function readInThread(bytes: Uint8Array): Result<ReadJobFile> {
  return readJobFile(bytes);
}
