import sharp from 'sharp';

/** What the page is answered at an address of the API, a text being JSON already; undefined where it is not to be known. */
export type Answer = object | string | Buffer | undefined;

/** A picture as wide as a third of a page, at 300 dots an inch. */
const PICTURE_PX = 720;

/** Answers with pictures as wide as they are printed. Those of which it is known that the page will want them are made while it still reads. */
export class PrintPictures {
  private readonly ready = new Map<string, Promise<Answer>>();
  private readonly asked = new Set<string>();
  private isClosed = false;

  constructor(private readonly answer: (path: string) => Promise<Answer>) {}

  /** Makes them one after the other: the browser beside it has the rest of the machine. */
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

  at(path: string): Promise<Answer> {
    this.asked.add(path);
    const made = this.ready.get(path) ?? this.made(path);
    this.ready.delete(path);
    return made;
  }

  close(): void {
    this.isClosed = true;
  }

  private async made(path: string): Promise<Answer> {
    const found = await this.answer(path);
    if (!Buffer.isBuffer(found)) return found;
    return sharp(found).resize({ width: PICTURE_PX, withoutEnlargement: true }).jpeg({ quality: 80 }).toBuffer();
  }
}
