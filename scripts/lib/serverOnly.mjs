import { register } from 'node:module';

/** Lets a script import what is marked for the server only: a script is no browser. */
const empty = 'data:text/javascript,';
const hook = `export async function resolve(name, context, next) { return name === 'server-only' ? { url: '${empty}', shortCircuit: true } : next(name, context); }`;
register(`data:text/javascript,${encodeURIComponent(hook)}`);
