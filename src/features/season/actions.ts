import { send } from '../../commands/client';

const act = (name: string) => (values: Record<string, unknown>) => send<string>(name, values);

/** Applies a draft in one transaction; refused whole when the plan under it has changed. */
export const keep = act('draft.keep@1');
export const layAside = act('draft.layAside@1');
export const discardDraft = act('draft.discard@1');
