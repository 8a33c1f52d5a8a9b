import { say, told } from '../../words/words';
import type { PlanStep, StepDetail, StepKind } from '../../facts/step';
import { modules } from './list.generated';
import type { StepModule } from './stepKind';

const byKind = new Map<string, StepModule>(modules.map((m) => [m.kind, m]));

export const STEP_KINDS: readonly StepKind[] = modules.map((m) => m.kind);

/** What is known of a kind of step. Undefined for one that this version of the app does not know. */
export function stepOf(kind: string): StepModule | undefined {
  return byKind.get(kind);
}

export function stepWords(kind: string): string {
  return told(byKind.get(kind)?.words ?? kind);
}

/** What is wrong with a step's detail, in words, or null: unknown names, no numbers, out of range. */
export function detailFault({ kind, detail }: Pick<PlanStep, 'kind'> & { detail: StepDetail }): string | null {
  const known = stepOf(kind)?.detail as Record<string, { words: string; range: readonly [number, number] }> | undefined;
  if (!known) return say`This version does not know the step “${kind}”.`;
  for (const [name, value] of Object.entries(detail)) {
    const spec = known[name];
    if (!spec) return say`“${name}” is not part of ${stepWords(kind).toLowerCase()}.`;
    if (!(typeof value === 'number' && value >= spec.range[0] && value <= spec.range[1]))
      return say`${spec.words}: ${String(value)} is outside ${spec.range[0]} to ${spec.range[1]}.`;
  }
  return null;
}
