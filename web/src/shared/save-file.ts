/** Hands a file made here to the browser to save. */
export function saveFile(name: string, content: Blob | string, type = 'text/plain;charset=utf-8'): void {
  const url = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // the browser has begun to save by the next minute, whatever it asks first
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
