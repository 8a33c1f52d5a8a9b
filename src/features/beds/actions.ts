import { send } from '../../commands/client';

export const addSowing = (values: Record<string, unknown>) => send<string>('plan.addSowing@1', values);

export const receiveSeed = (values: Record<string, unknown>) => send<{ words: string }>('plants.receiveSeed@1', values);
