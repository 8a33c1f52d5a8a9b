import { word } from '../../core/words/words';
import { IsIn, IsOptional } from 'class-validator';
import { CodeField, DayField, IdField, TextField } from '../inputs';

export const TITLES = {
  observe: word`Observe fish`,
  treat: word`Treat fish`,
  quarantine_extend: word`Extend quarantine`,
  quarantine_clear: word`Clear quarantine`,
  fallow: word`Rest a tank`,
  clean: word`Tank cleaned`,
} as const;

export type Kind = keyof typeof TITLES;

export class NoteInput {
  @IsIn(Object.keys(TITLES), { message: word`That is not known` }) kind!: Kind;
  @IsOptional() @CodeField(word`That cohort is not known. Reload.`) lotCode?: string;
  @IsOptional() @IdField(word`Choose a tank`) placeId?: string;
  @TextField(500, word`Say what was seen`) words!: string;
  @IsOptional() @IsIn(['well', 'off', 'ill'], { message: word`Say how they are` }) state?: 'well' | 'off' | 'ill';
  @IsOptional() @DayField() untilDay?: string;
}
