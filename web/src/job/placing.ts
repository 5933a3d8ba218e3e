import type { PlacingOptions, WorkItem } from '@caulkhorn/core/planning';
import type { Programme, TemperatureAt } from '@caulkhorn/core/programme';
import type { SiteState } from '@caulkhorn/core/site-log';
import { type WorkChange, changeOf } from './work-change';

/** Of each face that was measured: how warm, in order of time. */
export type WallsC = ReadonlyMap<string, readonly TemperatureAt[]>;

export interface ToProgramme {
  work: WorkChange;
  /** only when it is another than before */ done?: SiteState['done'];
  options: PlacingOptions;
}
export type FromProgramme = Programme;

export interface Wanted {
  workItems: readonly WorkItem[];
  done: SiteState['done'];
  options: ToProgramme['options'];
}

/** Work and where it lies in time: always the one that belongs to the other. */
export interface Placed {
  workItems: readonly WorkItem[];
  programme: Programme;
  /** what it was placed by */ placedBy: ToProgramme['options'];
}

/** The side of a worker that is used here. */
export type Placer = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onerror'>;

/** Has work placed in time by a worker. One request is on its way at a time; of those that come meanwhile the newest counts. */
export class Placing {
  private readonly worker: Placer;
  private told: { workItems: readonly WorkItem[]; done?: SiteState['done'] } = { workItems: [] };
  private asked: Wanted | undefined;
  private next: Wanted | undefined;

  constructor(newWorker: () => Placer, onPlaced: (placed: Placed) => void, onFault: (fault: Error) => void) {
    this.worker = newWorker();
    this.worker.onmessage = ({ data }: MessageEvent<FromProgramme>) => {
      const { workItems, options } = this.asked!;
      this.asked = undefined;
      onPlaced({ workItems, programme: data, placedBy: options });
      if (this.next) this.send(this.next);
    };
    this.worker.onerror = (event) => onFault(new Error(event.message || 'the programme could not be worked out'));
  }

  want(wanted: Wanted): void {
    if (this.asked) this.next = wanted;
    else this.send(wanted);
  }

  close(): void {
    this.worker.terminate();
  }

  private send(wanted: Wanted): void {
    const { workItems, done, options } = wanted;
    this.asked = wanted;
    this.next = undefined;
    const message: ToProgramme = {
      work: changeOf(this.told.workItems, workItems),
      ...(done === this.told.done ? {} : { done }),
      options,
    };
    this.told = { workItems, done };
    this.worker.postMessage(message);
  }
}
