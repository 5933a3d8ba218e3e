import type { Colleague, SessionInfo, Standing } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';

/** People as a transaction may see them: oneself, and those of the same organisations. Never their passwords. */
export class PersonRows {
  constructor(private readonly manager: EntityManager) {}

  async nameOf(personId: string): Promise<string> {
    const [row] = await this.manager.query<{ name: string }[]>(`select name from person where id = $1`, [personId]);
    return row!.name;
  }

  /** Someone with the organisations he has to do with; null when there is no such person. */
  async withOrganisations(personId: string): Promise<SessionInfo | null> {
    const [person] = await this.manager.query<{ name: string; email: string }[]>(`select name, email from person where id = $1`, [
      personId,
    ]);
    if (!person) return null;
    const organisations = await this.manager.query<{ id: string; name: string; standing: Standing }[]>(
      `select o.id, o.name, coalesce(m.role, 'guest') as standing
       from organisation o left join membership m on m.organisation_id = o.id and m.person_id = $1
       order by o.name`,
      [personId],
    );
    return { personId, ...person, organisations };
  }

  /** By name; guests of one job or another among them. */
  colleagues(organisationId: string): Promise<Colleague[]> {
    return this.manager.query<Colleague[]>(
      `select p.id, p.name, p.email, coalesce((select m.role from membership m where m.organisation_id = $1 and m.person_id = p.id), 'guest') as standing
       from person p
       where exists (select from membership m where m.organisation_id = $1 and m.person_id = p.id)
          or exists (select from guest_grant g where g.organisation_id = $1 and g.person_id = p.id)
       order by p.name`,
      [organisationId],
    );
  }
}
