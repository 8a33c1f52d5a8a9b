import 'server-only';
import { firstCodes } from '../../db/farmSetup';
import { readFarm } from '../../server/farmView';

/** What one could type, with the farm's own names. */
export async function logExamples(): Promise<string> {
  const { tank, bed, loop } = await readFarm(firstCodes);
  return [tank && `${tank} dead 2`, bed && `${bed} picked 48`, loop && `${loop} ph 6.4`].filter(Boolean).join(' · ');
}
