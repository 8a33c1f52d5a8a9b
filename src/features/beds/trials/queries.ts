import 'server-only';
import { armValues, TRIAL_MEASURES, trialVerdict, type TrialVerdict } from '../../../core/crops/trialVerdict';
import { told } from '../../../core/words/words';
import { isMeasuredOn } from '../../../core/crops/acts/decideTrialMeasure';
import { loadTrials, type TrialRow } from '../../../db/trials';
import { dayOnly, farmView, type DayView, type Search } from '../../../server/farmView';

export interface TrialView extends TrialRow {
  measureWords: string;
  unit: string;
  result: TrialVerdict;
  /** Whether its plots are due on the shown day. */
  isDue: boolean;
}

export interface TrialsPage extends DayView {
  trials: TrialView[];
  beds: [id: string, code: string][];
  crops: [code: string, name: string, perM2: number][];
}

export async function trialsPage(search: Search): Promise<TrialsPage> {
  const view = await farmView(search, (tx) => loadTrials(tx));
  const { facts, day } = view;
  return {
    ...dayOnly(view),
    trials: view.more.map((t) => ({
      ...t,
      measureWords: told(TRIAL_MEASURES[t.measure].words),
      unit: told(TRIAL_MEASURES[t.measure].unit),
      result: trialVerdict(t.measure, armValues(t)),
      isDue: t.decidedOn === null && isMeasuredOn(t, day),
    })),
    beds: facts.places.filter((p) => p.kind === 'bed').map((p): [string, string] => [p.id, p.code]),
    crops: facts.crops
      .filter((c) => !c.retiredOn)
      .map((c): [string, string, number] => [c.code, c.name, c.finalPerM2])
      .sort((a, b) => a[1].localeCompare(b[1])),
  };
}
