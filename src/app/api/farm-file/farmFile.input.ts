import { CodeField, IdField, TextField, WholeField } from '../../../commands/inputs';
import { ArrayMaxSize, IsString } from 'class-validator';
import { word } from '../../../core/words/words';

const MOST_PARTS = 2000;
const MOST_PIECES = 40;

class Coded {
  @CodeField(word`Give the code that was printed when the app started`, 40) code!: string;
  @IdField(word`Choose the file again`) upload!: string;
}

/** Some lines of a farm file. */
export class FilePart extends Coded {
  @WholeField({ low: 0, high: MOST_PARTS - 1, outside: word`That file is too large` }) n!: number;
  /** Its text in pieces as long as a text may be. */
  @ArrayMaxSize(MOST_PIECES, { message: word`That part is too large` })
  @IsString({ each: true, message: word`Choose the file again` })
  pieces!: string[];
}

/** All parts have come: who is the manager that takes the farm in. */
export class FileCame extends Coded {
  @WholeField({ low: 1, high: MOST_PARTS, outside: word`That file is too large` }) parts!: number;
  @TextField(120, word`Give your sign-in name on that farm`, 2) signInName!: string;
  @CodeField(word`Choose a password`, 200) password!: string;
}
