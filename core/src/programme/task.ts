import type { AgeingLaw } from '../physics/index.js';
import type { TemperatureAt } from './nearest-temperature.js';
import type { Interval } from './working-hours.js';

/** A wait after another task: the window opens from its end and closes from its start, both measured in aged hours; it never closes later than the sheet's own hours. */
export interface Wait {
  taskId: string;
  minH: number;
  maxH: number | null;
  referenceC: number;
  /** it is done at once: it closes `maxH` after the end of what it follows, and nothing comes between where the crew can help it */ atOnce?: boolean;
}

export interface Task {
  id: string;
  /** tasks of one chain follow each other in the order given; chains share the crew */ chain: string;
  /** strip of the chain's face: strips do not wait for each other */ zone?: number;
  durationMs: number;
  /** may rest between shifts, when it is longer than one */ splittable: boolean;
  /** goes on by itself so long after the crew has left it, over nights as well: drying, soaking, being kept wet */ restMs?: number;
  waits: readonly Wait[];
  /** what it waits for comes then, such as concrete */ notBeforeMs?: number;
  /** nobody is at it then, in order and apart: its machine is elsewhere, or the weather does not let it */ barred?: readonly Interval[];
  /** its room: nothing begins there before all of the earlier phases is placed and over */ room?: {
    id: string;
    phase: number;
    /** people walk on it */ isFloor: boolean;
    /** throws dust or water about */ isDusty: boolean;
    /** of what is laid: until then nobody walks on it, and nobody makes dust beside it */ fresh?: { h: number; referenceC: number };
  };
  /** where a programme that was kept has it begin: not before, and where somebody pinned it, not after either */
  kept?: { startMs: number; isPinned: boolean };
  /** what is taken from others for as long as the gang is at it, by names of `TaskSetting.shared`: a machine, a person */ needs?: readonly string[];
  /** of `needs`, what stays until it is over, its rest with it: a dryer */ heldToEnd?: readonly string[];
  /** from the log: when it really started and ended */
  actual?: { startMs: number; endMs?: number; firstLaidMs?: number; lastLaidMs?: number };
}

export interface Window {
  opensMs: number;
  closesMs: number | null;
}

export interface PlacedTask {
  id: string;
  chain: string;
  startMs: number;
  endMs: number;
  /** tightest window over its waits, when it has any */ window?: Window;
  state: 'planned' | 'running' | 'done';
  /** which of several gangs is at it, from 0 */ gang?: number;
}

export interface Conflict {
  code: 'window-missed' | 'longer-than-shift' | 'beyond-horizon' | 'pin-missed';
  taskId: string;
  /** ms by which the start passes the window's close, or what it was pinned to */ lateMs?: number;
}

export interface Programme {
  tasks: PlacedTask[];
  conflicts: Conflict[];
}

/** What a job's tasks are placed by. */
export interface TaskSetting {
  nowMs: number;
  shifts: readonly Interval[];
  /** that work side by side; one when nothing is said */ gangs?: number;
  /** how many there are of what tasks need; of what is not named one */ shared?: ReadonlyMap<string, number>;
  /** hourly surface temperature from `temperaturesFromMs`, the last one holding on */ temperaturesC: readonly number[];
  temperaturesFromMs: number;
  law?: AgeingLaw;
  /** of a chain's own wall, in order of time, for those that were measured; the others take `temperaturesC` */
  temperaturesOfChain?: ReadonlyMap<string, readonly TemperatureAt[]>;
}
