import { word } from '../words/words';

/** Why plants were lost; the log line knows the codes. */
export const PLANT_LOSSES: Readonly<Record<string, string>> = {
  bolted: word`bolted`,
  rotted: word`rotted`,
  pests: word`eaten by pests`,
  heat: word`heat`,
  frost: word`frost`,
  hungry: word`hungry water`,
  damaged: word`damaged at work`,
  unsold: word`grown and not sold`,
  other: word`another cause`,
};

export const PLANT_LOSS_CODES = Object.keys(PLANT_LOSSES);
