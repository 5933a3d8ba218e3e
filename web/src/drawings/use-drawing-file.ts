import type { Drawing } from '@caulkhorn/core/exchange';
import { type Issue, issue } from '@caulkhorn/core/issues';
import type { Result } from '@caulkhorn/core/issues';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DrawingFile } from './drawing-reader.worker';

/** Larger drawings hold more than outlines; they are cut down where they were made. */
const LARGEST_BYTES = 20_000_000;

type State = { kind: 'none' } | { kind: 'reading'; name: string } | { kind: 'read'; name: string; drawing: Drawing } | Refused;
interface Refused {
  kind: 'refused';
  issues: readonly Issue[];
}

/** A drawing read in a worker; another file, or closing, stops it. */
export function useDrawingFile(): { state: State; take(file: File): void; clear(): void } {
  const [state, setState] = useState<State>({ kind: 'none' });
  const worker = useRef<Worker | null>(null);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => stop, [stop]);

  const take = useCallback(
    (file: File) => {
      stop();
      const ending = /\.(dxf|svg)$/i.exec(file.name)?.[1]?.toLowerCase() as DrawingFile['kind'] | undefined;
      if (!ending) return setState({ kind: 'refused', issues: [issue('drawing-of-another-kind', file.name)] });
      if (file.size > LARGEST_BYTES) return setState({ kind: 'refused', issues: [issue('file-too-large', file.name)] });
      setState({ kind: 'reading', name: file.name });
      const reader = new Worker(new URL('./drawing-reader.worker.ts', import.meta.url), { type: 'module' });
      worker.current = reader;
      reader.onmessage = ({ data }: MessageEvent<Result<Drawing>>) => {
        stop();
        setState(data.ok ? { kind: 'read', name: file.name, drawing: data.value } : { kind: 'refused', issues: data.issues });
      };
      reader.onerror = () => {
        stop();
        setState({ kind: 'refused', issues: [issue('drawing-unreadable', file.name)] });
      };
      void file.text().then((text) => reader.postMessage({ kind: ending, text } satisfies DrawingFile));
    },
    [stop],
  );
  const clear = useCallback(() => {
    stop();
    setState({ kind: 'none' });
  }, [stop]);
  return { state, take, clear };
}
