import type { Enrolled, NewDrawer, SessionInfo } from '@caulkhorn/contract';
import { api } from './api';

/** One person in this browser, who opens it by a PIN: what lies here is worth nothing without that. */
export interface Drawer extends NewDrawer {
  personId: string;
  name: string;
}

const KEY = 'caulkhorn-drawers';
const PARTS = ['drawerId', 'token', 'personId', 'name'] as const;

const isDrawer = (each: unknown): each is Drawer =>
  typeof each === 'object' && each !== null && PARTS.every((part) => typeof (each as Partial<Drawer>)[part] === 'string');

/** Who shares this browser, by name. */
export function drawersHere(): Drawer[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isDrawer).sort((a, b) => a.name.localeCompare(b.name)) : [];
  } catch {
    return [];
  }
}

/** One for each person: a new one takes the place of the one before. */
export function keepDrawer({ drawerId, token }: NewDrawer, { personId, name }: Pick<SessionInfo, 'personId' | 'name'>): void {
  keep([...drawersHere().filter((each) => each.personId !== personId), { drawerId, token, personId, name }]);
}

export const forgetDrawer = (drawerId: string): void => keep(drawersHere().filter((each) => each.drawerId !== drawerId));

/** Makes one for who is signed in. */
export async function makeDrawer(session: SessionInfo, pin: string): Promise<void> {
  const before = drawersHere().find(({ personId }) => personId === session.personId);
  keepDrawer(await api.post<NewDrawer>('/account/drawers', { pin }), session);
  // one that is shut already is none the less
  if (before) await api.delete(`/account/drawers/${before.drawerId}`).catch(() => {});
}

export const openDrawer = ({ drawerId, token }: NewDrawer, pin: string): Promise<SessionInfo> =>
  api.post<SessionInfo>('/session/drawer', { drawerId, token, pin });

/** By a code from the desk. */
export async function enrolHere(code: string, pin: string): Promise<SessionInfo> {
  const { session, ...drawer } = await api.post<Enrolled>('/session/enrolment', { code, pin });
  keepDrawer(drawer, session);
  return session;
}

function keep(drawers: readonly Drawer[]): void {
  if (drawers.length === 0) localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, JSON.stringify(drawers));
}
