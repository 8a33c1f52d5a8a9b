import { ownerConnection } from '../src/db/connection';

/** `create NAME [TEMPLATE]` or `drop NAME` on the server of DATABASE_URL. */
const [what, name = '', template = ''] = process.argv.slice(2);
if (![name, template].every((n) => /^[a-z0-9_]*$/.test(n)) || !name)
  throw new Error(`Not a database name: ${name} ${template}`);
const owner = ownerConnection(process.env.DATABASE_URL!);
const create = `create database ${name}${template ? ` template ${template}` : ''}`;
await owner.raw(what === 'create' ? create : `drop database if exists ${name} with (force)`);
await owner.destroy();
