import { send } from '../../commands/client';

export const addSowing = (values: Record<string, unknown>) => send<string>('plan.addSowing@1', values);
