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
import { closeDraft, keepDraft, openDrafts } from '../../db/plan';
import { act } from '../../server/act';
import { KeyedInput } from '../../server/input';
import type { Outcome } from '../../ui/outcome';

class ShiftInput {
  @IsIn(['shift'], { message: 'Only slides can be kept from the board' }) change!: 'shift';
  @IsUUID('4', { message: 'That step is not known' }) groupId!: string;
  @IsInt({ message: 'Slide by whole days' }) @Min(-365) @Max(365, { message: 'Slide by at most a year' }) days!: number;
}

class KeepDraftInput extends KeyedInput {
  @IsString()
  @MinLength(1, { message: 'Give the draft a name' })
  @MaxLength(80, { message: 'At most 80 characters' })
  name!: string;
  @IsArray()
  @ArrayMaxSize(200, { message: 'At most 200 changes in one draft' })
  @ValidateNested({ each: true })
  @Type(() => ShiftInput)
  changes!: ShiftInput[];
  /** A draft laid aside whose changes come first. */
  @IsOptional() @IsUUID('4', { message: 'That draft is not known' }) draftId?: string;
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
      const all = [...(laid?.changes ?? []), ...changes.map((c) => ({ ...c }))];
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
