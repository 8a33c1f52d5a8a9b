import { randomInt } from 'node:crypto';
import { ownerConnection } from '../src/db/connection';
import { hashPassword } from '../src/db/people';

/** `reset NAME`: a new password for someone who lost theirs; they are signed out everywhere. */
const [what, name = ''] = process.argv.slice(2);
const owner = ownerConnection(process.env.DATABASE_URL!);
const WORDS =
  'amber brook cedar delta ember fern glade heath inlet jetty kelp larch marsh north otter pebble quarry reed stone tarn'.split(
    ' ',
  );

try {
  if (what !== 'reset' || !name) throw new Error('Say: npm run person -- reset SIGN-IN-NAME.');
  const people: { farm_id: string; id: string; account_id: string; name: string }[] = await owner('person')
    .where({ sign_in_name: name.toLowerCase() })
    .select('farm_id', 'id', 'account_id', 'name');
  const accounts = new Set(people.map((p) => p.account_id));
  if (accounts.size === 0) throw new Error(`Nobody signs in as ${name}.`);
  if (accounts.size > 1)
    throw new Error(`Several people sign in as ${name} on different farms; a manager of the farm can reset it there.`);
  const password = Array.from({ length: 4 }, () => WORDS[randomInt(WORDS.length)]).join('-');
  await owner.transaction(async (tx) => {
    await tx('person')
      .whereIn('account_id', [...accounts])
      .update({ password_hash: await hashPassword(password), demo_password: null });
    for (const p of people) await tx('session').where({ farm_id: p.farm_id, person_id: p.id }).delete();
  });
  console.log(`· ${people[0]!.name} signs in as ${name.toLowerCase()} with: ${password}`);
} catch (error) {
  console.error((error as Error).message);
  process.exitCode = 1;
} finally {
  await owner.destroy();
}
