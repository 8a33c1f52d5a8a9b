'use server';
import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
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
import { keepDraft } from '../../db/plan';
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
  @ArrayMinSize(1, { message: 'Nothing was changed' })
  @ArrayMaxSize(200, { message: 'At most 200 changes in one draft' })
  @ValidateNested({ each: true })
  @Type(() => ShiftInput)
  changes!: ShiftInput[];
  /** Version of every step the draft touches, as it was when the board was drawn. */
  @IsObject() base!: Record<string, number>;
}

/** Applies a draft in one transaction; refused whole when the plan under it has changed. */
export async function keep(raw: unknown): Promise<Outcome<string>> {
  const outcome = await act(
    ['manager'],
    KeepDraftInput,
    raw,
    async ({ tx, person, today }, { entryKey, name, changes, base }) => {
      const frame = { farmId: person.farmId, personId: person.personId, today };
      const { changed } = await keepDraft(tx, frame, {
        id: entryKey,
        name,
        changes: changes.map((c) => ({ ...c })),
        base,
      });
      return changed === 0 ? 'Kept already.' : `Kept: ${changed} steps of the plan moved.`;
    },
  );
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}
