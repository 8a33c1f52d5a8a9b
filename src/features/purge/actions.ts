import { send } from '../../commands/client';
import type { Said } from '../../commands/shared';

export const changeRules = (values: Record<string, unknown>) => send<Said>('purge.changeRules@1', values);
