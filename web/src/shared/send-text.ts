import { saveFile } from './save-file';

/** Whether this device has a way of its own to send words on; over an address that is not secure no browser offers it. */
export const canSend = (): boolean => typeof navigator.share === 'function';

/** Words on their way to somebody by whatever the device sends with; where it has nothing they are saved as a file. */
export async function sendText(title: string, text: string): Promise<void> {
  if (!canSend()) return saveFile(`${title}.txt`, text);
  try {
    await navigator.share({ title, text });
  } catch (fault) {
    // somebody thought better of it
    if (!(fault instanceof DOMException && fault.name === 'AbortError')) saveFile(`${title}.txt`, text);
  }
}

/** What a page says on paper, as words: what is not printed is left out. */
export function wordsOf(paper: HTMLElement): string {
  paper.dataset.asPaper = '';
  try {
    return paper.innerText;
  } finally {
    delete paper.dataset.asPaper;
  }
}
