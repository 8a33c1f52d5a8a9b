import { IsIn } from 'class-validator';
import { word } from '../../core/words/words';
import { AmountField, CodeField, SoldInput } from '../inputs';
import { PLANT_UNITS, type PlantUnit } from '../../core/quantity/units';

export class AddProductInput extends SoldInput {
  @CodeField(word`Choose what it is made of`) madeFrom!: string;
  @IsIn(PLANT_UNITS, { message: word`Choose how it is sold` }) unit!: PlantUnit;
  @AmountField(
    { low: 0, high: 1_000_000, why: word`more than can be meant` },
    { words: word`Give how much goes into one` },
  )
  takes!: number;
}
