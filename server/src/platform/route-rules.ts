import type { Permission } from '@caulkhorn/contract';
import { SetMetadata } from '@nestjs/common';

export const NEEDS = 'caulkhorn:needs';
export const OPEN = 'caulkhorn:open';

/** The permission that a route needs in the organisation (and on the job) that its address names. */
export const Needs = (permission: Permission) => SetMetadata(NEEDS, permission);
/** A route for everyone, signed in or not. */
export const Open = () => SetMetadata(OPEN, true);
