/** Places labels so that none covers another: first come, first served; a label without room is left out. */
const CELL_PX = 64;

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

export class LabelPlacer {
  private readonly cells = new Map<number, Box[]>();

  /** Reserves the first free of the candidate boxes; undefined when all are taken. */
  place(candidates: readonly Box[]): Box | undefined {
    const free = candidates.find((box) => !this.isTaken(box));
    if (free) this.reserve(free);
    return free;
  }

  reserve(box: Box): void {
    this.eachCell(box, (key) => {
      const boxes = this.cells.get(key);
      if (boxes) boxes.push(box);
      else this.cells.set(key, [box]);
    });
  }

  private isTaken(box: Box): boolean {
    let taken = false;
    this.eachCell(box, (key) => {
      taken ||= this.cells.get(key)?.some((other) => overlap(box, other)) ?? false;
    });
    return taken;
  }

  private eachCell({ x, y, width, height }: Box, visit: (key: number) => void): void {
    for (let i = Math.floor(x / CELL_PX); i <= Math.floor((x + width) / CELL_PX); i++)
      for (let j = Math.floor(y / CELL_PX); j <= Math.floor((y + height) / CELL_PX); j++) visit(i * 4096 + j);
  }
}

function overlap(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}
