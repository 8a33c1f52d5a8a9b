import * as Comlink from 'comlink';
import loadHighs from 'highs';
import type { OutlookGround } from '../core/plan/outlook';
import type { UnitChoice } from '../core/quantity/units';
import { proposeSuccession, type SuccessionProposal } from '../core/succession/propose';
import type { SuccessionTarget } from '../core/succession/types';
import type { SearchLimits } from '../core/solver/budget';
import { say } from '../core/words/words';
import { speakIn } from '../words/languages';

interface Question {
  /** Where the farm and its plan are fetched from, so that the page need not carry them. */
  url: string;
  target: SuccessionTarget;
  limits: SearchLimits;
  units: UnitChoice;
  locale: string;
}

const api = {
  async solve(
    { url, locale, ...question }: Question,
    onAnswer: (answer: SuccessionProposal) => void,
  ): Promise<SuccessionProposal | { refused: string }> {
    try {
      const [response] = await Promise.all([fetch(url).catch(() => null), speakIn({ locale, units: question.units })]);
      if (!response?.ok)
        return {
          refused: say`The plan could not be loaded. Check the connection and press again; what you typed is still there.`,
        };
      const { facts, plan } = (await response.json()) as OutlookGround;
      const highs = await loadHighs({ locateFile: () => new URL('highs/runtime', import.meta.url).href });
      const means = { highs, newId: () => crypto.randomUUID(), clock: () => performance.now() };
      return proposeSuccession({ ...question, facts, plan }, means, onAnswer);
    } catch (error) {
      return { refused: (error as Error).message };
    }
  },
};

export type SuccessionApi = typeof api;

Comlink.expose(api);
