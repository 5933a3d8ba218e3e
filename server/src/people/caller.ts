import type { Standing } from '@caulkhorn/contract';
import type { TenantScope } from '../platform/database.js';

/** Who asks, and where: set by the guard, read by routes. */
export interface Caller extends TenantScope {
  standing: Standing;
}
