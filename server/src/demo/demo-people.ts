import type { Role } from '@caulkhorn/contract';
import { demoId } from './survey.js';

/** An invented firm and its people, with a guest from outside. */
export const DEMO_ORGANISATION = { id: demoId('organisation'), name: 'Hollin & Daughters Waterproofing' };
export const DEMO_PASSWORD = 'wet-edge-always';

const person = (email: string, name: string) => ({
  id: demoId(`person ${email}`),
  email: `${email}@hollin.example`,
  name,
  password: DEMO_PASSWORD,
});

export const DEMO_PEOPLE: readonly (ReturnType<typeof person> & { role: Role })[] = [
  { ...person('planner', 'Ines Varrow'), role: 'planner' },
  { ...person('foreman', 'Tomas Brekkan'), role: 'foreman' },
  { ...person('inspector', 'Odile Marsk'), role: 'inspector' },
  { ...person('apprentice', 'Juno Pellow'), role: 'apprentice' },
];
export const DEMO_GUEST = { ...person('guest', 'Rafe Lindmere'), email: 'guest@quayside-audit.example' };
