/** What can wait for the drawing waits for it: a page that has none is not waited for, nor one that takes too long. */
const AT_LATEST_MS = 2500;

let shown: Promise<void> | undefined;
let stand = () => {};

/** A page is about to show the sheet. */
export function expectSheet(): void {
  shown ??= new Promise((resolve) => (stand = resolve));
}

/** The first picture and the first touch go before all that is not seen yet. */
const GRACE_MS = 250;

/** The sheet shows its first picture. */
export function sheetStands(): void {
  setTimeout(stand, GRACE_MS);
}

export function whenSheetStands(): Promise<void> {
  return Promise.race([shown ?? Promise.resolve(), new Promise<void>((resolve) => setTimeout(resolve, AT_LATEST_MS))]);
}
