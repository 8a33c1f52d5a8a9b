'use server';
import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsObject,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator';
import { revalidatePath } from 'next/cache';
import { RuleBroken } from '../../core/errors';
import type { PlanChange } from '../../core/plan/changes';
import { closeDraft, keepDraft, MOST_DRAFTS, openDrafts, saveDraft } from '../../db/plan';
import { act } from '../../server/act';
import { KeyedInput } from '../../server/input';
import type { Outcome } from '../../ui/outcome';

class ShiftInput {
  @IsIn(['shift'], { message: 'Only slides can be kept from the board' }) change!: 'shift';
  @IsUUID('4', { message: 'That step is not known' }) groupId!: string;
  @IsInt({ message: 'Slide by whole days' }) @Min(-365) @Max(365, { message: 'Slide by at most a year' }) days!: number;
}

class DraftInput extends KeyedInput {
  @IsString()
  @MinLength(1, { message: 'Give the draft a name' })
  @MaxLength(80, { message: 'At most 80 characters' })
  name!: string;
  @IsArray()
  @ArrayMaxSize(200, { message: 'At most 200 changes in one draft' })
  @ValidateNested({ each: true })
  @Type(() => ShiftInput)
  changes!: ShiftInput[];
  /** A draft laid aside that is on the board, slid on or not. */
  @IsOptional() @IsUUID('4', { message: 'That draft is not known' }) draftId?: string;
}

class KeepDraftInput extends DraftInput {
  /** Version of every step the draft touches, as it was when the board was drawn. */
  @IsObject() base!: Record<string, number>;
}

/** Applies a draft in one transaction; refused whole when the plan under it has changed. */
export async function keep(raw: unknown): Promise<Outcome<string>> {
  const outcome = await act(
    ['manager'],
    KeepDraftInput,
    raw,
    async ({ tx, person, today }, { entryKey, name, changes, base, draftId }) => {
      const laid = draftId ? (await openDrafts(tx)).find((d) => d.id === draftId) : null;
      if (draftId && !laid) throw new RuleBroken('draft', 'That draft was kept or discarded meanwhile.');
      const all = withSlides(laid?.changes ?? [], changes);
      if (all.length === 0) throw new RuleBroken('changes', 'Nothing was changed.');
      const frame = { farmId: person.farmId, personId: person.personId, today };
      const { changed } = await keepDraft(tx, frame, {
        id: entryKey,
        name,
        changes: all,
        base,
      });
      if (draftId) await closeDraft(tx, draftId, 'kept');
      return changed === 0 ? 'Kept already.' : `Kept: ${changed} steps of the plan changed.`;
    },
  );
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

/** The board knows every slide of a draft it opened; what else the draft changes it leaves as it is. */
function withSlides(laid: readonly PlanChange[], slides: readonly ShiftInput[]): PlanChange[] {
  return [...laid.filter((c) => c.change !== 'shift'), ...slides.map((c) => ({ ...c }))];
}

/** Lays what is on the board aside under a name, to be held against other drafts. An opened draft gives way to it. */
export async function layAside(raw: unknown): Promise<Outcome<string>> {
  const outcome = await act(
    ['manager'],
    DraftInput,
    raw,
    async ({ tx, person }, { entryKey, name, changes, draftId }) => {
      const drafts = await openDrafts(tx);
      if (drafts.some((d) => d.id === entryKey)) return 'Laid aside already.';
      const laid = drafts.find((d) => d.id === draftId);
      if (draftId && !laid) throw new RuleBroken('draft', 'That draft was kept or discarded meanwhile.');
      if (drafts.length - (laid ? 1 : 0) >= MOST_DRAFTS)
        throw new RuleBroken('draft', `${MOST_DRAFTS} drafts are laid aside. Keep or discard one first.`);
      const all = withSlides(laid?.changes ?? [], changes);
      if (all.length === 0) throw new RuleBroken('changes', 'Nothing was changed.');
      await saveDraft(tx, person, { id: entryKey, name, changes: all });
      if (laid) await closeDraft(tx, laid.id, 'discarded');
      return `Laid aside: ${name}.`;
    },
  );
  if (outcome.ok) revalidatePath('/season');
  return outcome;
}

class DropDraftInput extends KeyedInput {
  @IsUUID('4', { message: 'That draft is not known' }) draftId!: string;
}

/** Lets a draft that was laid aside go. */
export async function discardDraft(raw: unknown): Promise<Outcome<string>> {
  const outcome = await act(['manager'], DropDraftInput, raw, async ({ tx }, { draftId }) => {
    await closeDraft(tx, draftId, 'discarded');
    return 'Discarded.';
  });
  if (outcome.ok) revalidatePath('/season');
  return outcome;
}
