import { ownerConnection } from '../src/db/connection';

/** `create NAME` or `drop NAME` on the server of DATABASE_URL. */
const [what, name = ''] = process.argv.slice(2);
if (!/^[a-z0-9_]+$/.test(name)) throw new Error(`Not a database name: ${name}`);
const owner = ownerConnection(process.env.DATABASE_URL!);
await owner.raw(what === 'create' ? `create database ${name}` : `drop database if exists ${name} with (force)`);
await owner.destroy();
