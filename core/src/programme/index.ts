export { recoatWindow } from './recoat-window.js';
export { workingLife } from './working-life.js';
export { forwardPass } from './forward-pass.js';
export type { Conflict, PlacedTask, Programme, Task, Wait, Window } from './forward-pass.js';
export { USUAL_WEEK, mistRounds, shiftsFrom } from './working-hours.js';
export type { Interval } from './working-hours.js';
