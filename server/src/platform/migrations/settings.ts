/** In whose name a transaction runs, as SQL reads it: set by `TenantDatabase` for each. */
export const ORGANISATION = `nullif(current_setting('app.organisation_id', true), '')::uuid`;
export const PERSON = `nullif(current_setting('app.person_id', true), '')::uuid`;
