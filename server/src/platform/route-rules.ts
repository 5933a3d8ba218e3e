import type { Permission } from '@caulkhorn/contract';
import { Param, ParseUUIDPipe, SetMetadata } from '@nestjs/common';
import { notFound } from './errors.js';

export const NEEDS = 'caulkhorn:needs';
export const OPEN = 'caulkhorn:open';

/** The permission that a route needs in the organisation (and on the job) that its address names; of several any one. */
export const Needs = (...permissions: Permission[]) => SetMetadata(NEEDS, permissions);
/** A route for everyone, signed in or not. */
export const Open = () => SetMetadata(OPEN, true);

/** An id in the address; what is none leads nowhere. */
export const idOf = (name: string): ParameterDecorator => Param(name, new ParseUUIDPipe({ exceptionFactory: notFound }));
