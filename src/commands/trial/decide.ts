import { say, word } from '../../core/words/words';
import { saveCrop } from '../../db/doing/rules';
import type { Tx } from '../../db/connection';
import { runningTrial } from '../../core/crops/acts/decideTrialMeasure';
import { decideTrial, loadTrials, type TrialRow } from '../../db/trials';
import { command } from '../../server/command';
import { BOSS, said } from '../shared';
import { DecideTrialInput } from './decide.input';

export const module = command({
  name: 'trial.decide',
  version: 1,
  title: word`Decide a trial`,
  who: BOSS,
  input: DecideTrialInput,
  run: async ({ tx, entry }, v) => {
    const trial = runningTrial((await loadTrials(tx, { id: v.trialId }))[0]);
    const { words, kept, mean } = await decideTrial(tx, trial, { day: entry.farmDay, armId: v.armId ?? null });
    const recipe = v.keep && kept ? await keepRecipe(tx, trial, { kept, mean }) : null;
    return said(say`${trial.code} is decided. ${words}`, recipe ? [recipe] : []);
  },
  takeBack: { stays: word`A decided trial stays as it was decided. Begin another to ask again.` },
});

interface Kept {
  kept: TrialRow['arms'][number];
  mean: number | null;
}

/** Spacing, and the weight or the days that were measured, become the crop's recipe. @returns what was kept, in words */
async function keepRecipe(tx: Tx, trial: TrialRow, { kept, mean }: Kept): Promise<string | null> {
  const values = [
    ...(kept.perM2 === null ? [] : [{ name: 'finalPerM2', value: kept.perM2 }]),
    ...(trial.measure === 'weight' && mean !== null ? [{ name: 'yieldG', value: Math.round(mean * 10) / 10 }] : []),
    ...(trial.measure === 'days' && mean !== null ? [{ name: 'finalDays', value: Math.max(1, Math.round(mean)) }] : []),
  ];
  if (values.length === 0) return null;
  const row = await tx('crop').where({ code: kept.cropCode }).first('version');
  const name = await saveCrop(tx, { code: kept.cropCode, version: row.version, values });
  return say`${name} is grown so from now on: ${values.map((v) => `${RECIPE_WORDS[v.name]} ${v.value}`).join(', ')}.`;
}

const RECIPE_WORDS: Readonly<Record<string, string>> = {
  finalPerM2: word`plants a m²`,
  yieldG: word`yield of a plant, g`,
  finalDays: word`days in the bed`,
};
