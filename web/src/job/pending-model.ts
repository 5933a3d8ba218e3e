import { type JobModel, applyChange } from '@caulkhorn/core/jobs';
import { changeOf } from './commands';
import type { Command } from '@caulkhorn/contract';

interface Step {
  command: Command;
  model: JobModel;
}

/**
 * The model that the server has, with what waits on top of it. Every change is applied once: what has been applied is not applied
 * anew because another came behind it, or because the server has taken the first of them.
 */
export class PendingModel {
  private base: JobModel | undefined;
  private steps: readonly Step[] = [];
  /** taken by the server, and not let go by the outbox yet */
  private takenIds: ReadonlySet<string> = new Set();

  /** The model with everything applied; undefined before the server has answered. */
  get model(): JobModel | undefined {
    return this.steps.at(-1)?.model ?? this.base;
  }

  /** The server has taken the first that waits: the model with it is what the server now has. */
  taken(command: Command): JobModel | undefined {
    const [first, ...rest] = this.steps;
    if (!first || first.command.id !== command.id) return undefined;
    this.base = first.model;
    this.steps = rest;
    this.takenIds = new Set([...this.takenIds, command.id]);
    return this.base;
  }

  follow(base: JobModel, waiting: readonly Command[]): void {
    this.takenIds = new Set([...this.takenIds].filter((id) => waiting.some((command) => command.id === id)));
    const pending = waiting.filter(({ id }) => !this.takenIds.has(id));
    const same = base === this.base ? this.steps.findIndex(({ command }, i) => command !== pending[i]) : 0;
    const kept = this.steps.slice(0, same < 0 ? Math.min(this.steps.length, pending.length) : same);
    this.base = base;
    this.steps = pending.slice(kept.length).reduce<readonly Step[]>((steps, command) => {
      const before = steps.at(-1)?.model ?? base;
      const change = changeOf(command);
      return [...steps, { command, model: change ? applyChange(before, change) : before }];
    }, kept);
  }
}
