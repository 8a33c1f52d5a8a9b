import { Type } from '../../../core/inputType';
import { ValidateNested } from 'class-validator';
import { HabitsPart } from '../../../commands/setup/describe.input';
import { CodeField, TextField } from '../../../commands/inputs';
import { word } from '../../../core/words/words';

export class FoundInput {
  @CodeField(word`Give the code that was printed when the app started`, 40) code!: string;
  @TextField(120, word`Give your name`) name!: string;
  @TextField(120, word`Choose a sign-in name`, 2) signInName!: string;
  @CodeField(word`Choose a password`, 200) password!: string;
  @ValidateNested() @Type(() => HabitsPart) habits!: HabitsPart;
}
