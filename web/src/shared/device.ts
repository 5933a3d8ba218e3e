import { v4 } from 'uuid';

const KEY = 'caulkhorn-device';

/** This browser's name for itself in commands and log entries; made once. */
export function deviceId(): string {
  const known = localStorage.getItem(KEY);
  if (known) return known;
  const made = v4();
  localStorage.setItem(KEY, made);
  return made;
}
