import { has, t } from '../messages/t';

/** What a figure of a product's sheet is called; the last part of its path where the whole has no words of its own. */
export function sheetField(path: string): string {
  const key = `of-sheet.${path}`;
  return t(has(key) ? key : `of-sheet.${path.split('.').at(-1)!}`);
}
