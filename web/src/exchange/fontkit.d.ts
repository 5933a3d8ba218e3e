declare module 'fontkit' {
  /** A font file; `characterSet`: code points that it has. */
  export function openSync(file: string): { characterSet: readonly number[] };
}
