/** As Chromium, Firefox and Safari say it, and Vite of a part's styles: there is no code for it. */
const SAYINGS = /dynamically imported module|importing a module script failed|unable to preload css/i;

/** Whether a part of the app itself did not come: no answer, or a newer version has taken its place. Asked for again it stays away until the page is loaded anew. */
export const isMissingPart = (fault: unknown): boolean => fault instanceof Error && SAYINGS.test(fault.message);
