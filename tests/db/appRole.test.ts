import { inject, test, expect } from 'vitest';
import { makeRole } from '../../src/db/appRole';
import { ownerConnection } from '../../src/db/connection';
import { randomUUID } from './helpers';

test('many databases of one new server made ready at one moment: each has its role, none stops', async () => {
  const owners = Array.from({ length: 12 }, () => ownerConnection(inject('clusterUrl')));
  const roles = Array.from({ length: 20 }, () => `race_${randomUUID().replaceAll('-', '')}`);
  try {
    // A connection each, open before the race begins.
    await Promise.all(owners.map((o) => o.raw('select 1')));
    for (const role of roles) await Promise.all(owners.map((o) => makeRole(o, role)));
    const made = await owners[0]!('pg_roles').whereIn('rolname', roles).select('rolname');
    expect(made).toHaveLength(roles.length);
  } finally {
    for (const role of roles) await owners[0]!.raw(`drop role if exists ${role}`);
    await Promise.all(owners.map((o) => o.destroy()));
  }
});
