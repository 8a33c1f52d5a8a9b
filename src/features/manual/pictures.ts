import type { StaticImageData } from 'next/image';
import beds from '../../../docs/screenshots/beds.png';
import cohorts from '../../../docs/screenshots/cohorts.png';
import farmPlan from '../../../docs/screenshots/farm-plan.png';
import logLine from '../../../docs/screenshots/log-line.png';
import market from '../../../docs/screenshots/market.png';
import purgeAndPick from '../../../docs/screenshots/purge-and-pick.png';
import roundPhone from '../../../docs/screenshots/round-phone.png';
import seasonDraft from '../../../docs/screenshots/season-draft.png';

/** Pictures of the manual, by the name it gives them. */
export const PICTURES: Readonly<Record<string, StaticImageData>> = {
  'screenshots/beds.png': beds,
  'screenshots/cohorts.png': cohorts,
  'screenshots/farm-plan.png': farmPlan,
  'screenshots/log-line.png': logLine,
  'screenshots/market.png': market,
  'screenshots/purge-and-pick.png': purgeAndPick,
  'screenshots/round-phone.png': roundPhone,
  'screenshots/season-draft.png': seasonDraft,
};
