async function ask(url, sql) {
  // Only here: a command reads this file before it has installed the packages.
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(sql);
  } finally {
    await client.end();
  }
}

function checked(name) {
  if (!/^[a-z0-9_]+$/.test(name)) throw new Error(`Not a database name: ${name}`);
  return name;
}

/** Makes a database on the server of `url`, a copy of `template` if one is named. */
export const makeDatabase = (url, name, template) =>
  ask(url, `create database ${checked(name)}${template ? ` template ${checked(template)}` : ''}`);

/** Drops a database on the server of `url`, whoever still reads in it. */
export const dropDatabase = (url, name) => ask(url, `drop database if exists ${checked(name)} with (force)`);
