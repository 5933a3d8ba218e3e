/** What can wait for the drawing waits for it: a page that has none is not waited for, nor one that takes too long. */
const AT_LATEST_MS = 2500;
/** The first picture and the first touch go before all that is not seen yet. */
const GRACE_MS = 250;

let shown: Promise<void> | undefined;
let stand = () => {};

/** A page is about to show the sheet. */
export function expectSheet(): void {
  shown ??= new Promise((resolve) => (stand = resolve));
}

/** The sheet shows its first picture. */
export function sheetStands(): void {
  stand();
}

/** For what is seen beside the sheet: at its first picture. */
export function whenSheetShows(): Promise<void> {
  return Promise.race([shown ?? Promise.resolve(), after(AT_LATEST_MS)]);
}

/** For what is not seen at first: a moment later. */
export function whenSheetStands(): Promise<void> {
  return Promise.race([shown?.then(() => after(GRACE_MS)) ?? Promise.resolve(), after(AT_LATEST_MS)]);
}

function after(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}
