/** What a coat is looked at for once it was laid. */
export const COAT_LOOK_IDS = [
  ...['bare', 'pinholes', 'blisters', 'bubbles', 'gaps', 'holes', 'thin-dots'],
  ...['scratch', 'tap', 'nail', 'cut-out', 'tack', 'drops', 'beads'],
] as const;
export type CoatLookId = (typeof COAT_LOOK_IDS)[number];
