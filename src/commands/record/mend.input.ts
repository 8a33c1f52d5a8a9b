import { word } from '../../core/words/words';
import { IsIn } from 'class-validator';
import type { BrokenRecord } from '../../core/plan/faults';
import { MENDABLE } from '../../core/plan/mendable';
import { CodeField } from '../inputs';

export class MendInput {
  @IsIn([...MENDABLE], { message: word`That is put right on its own page` }) what!: BrokenRecord['what'];
  @CodeField(word`That record is not known`) id!: string;
}
