import { printedOf } from '../photos/re-encode.js';

/** The picture at an address; undefined where there is none to be shown. */
export type FindPicture = (path: string) => Promise<Buffer | undefined>;

/** Pictures as wide as they are printed. Those of which it is known that the page will want them are made while it is still written. */
export class PrintPictures {
  private readonly ready = new Map<string, Promise<Buffer | undefined>>();
  private readonly asked = new Set<string>();
  private isClosed = false;

  constructor(private readonly find: FindPicture) {}

  /** Makes them one after the other: what goes on beside it has the rest of the machine. */
  async makeAhead(paths: readonly string[]): Promise<void> {
    for (const path of paths) {
      if (this.isClosed) return;
      if (this.asked.has(path)) continue;
      const made = this.made(path);
      this.ready.set(path, made);
      // whoever asks for it hears of the fault
      await made.catch(() => {});
    }
  }

  at(path: string): Promise<Buffer | undefined> {
    this.asked.add(path);
    const made = this.ready.get(path) ?? this.made(path);
    this.ready.delete(path);
    return made;
  }

  close(): void {
    this.isClosed = true;
  }

  private async made(path: string): Promise<Buffer | undefined> {
    const found = await this.find(path);
    return found && printedOf(found);
  }
}
