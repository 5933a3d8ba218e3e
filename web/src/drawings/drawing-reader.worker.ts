import type { Drawing } from '@caulkhorn/core/exchange';
import type { Result } from '@caulkhorn/core/issues';
import { readDxf } from './read-dxf';
import { readSvg } from './read-svg';

export interface DrawingFile {
  kind: 'dxf' | 'svg';
  text: string;
}

/** Reads drawings off the page's thread; the page ends it to stop. */
const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data: { kind, text } }: MessageEvent<DrawingFile>) => {
  const drawing: Result<Drawing> = kind === 'dxf' ? readDxf(text) : readSvg(text);
  scope.postMessage(drawing);
};
