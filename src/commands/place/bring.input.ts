import { Type } from '../../core/inputType';
import { IsIn, IsOptional, ValidateNested } from 'class-validator';
import { METHODS, PART_ROLES, type Method, type PartRole } from '../../core/setup/description';
import { word } from '../../core/words/words';
import { AmountField, CodeField, CountField, TextField } from '../inputs';
import { RowsField } from '../tableRows';

const upTo = (high: number, why: string) => ({ low: 0, high, why });

class PlaceRow {
  @TextField(20, word`Give it a code`) code!: string;
  @IsIn([...PART_ROLES], { message: word`Choose one of the list` }) role!: PartRole;
  @IsOptional() @CodeField(word`Choose a loop`) loop?: string;
  @IsOptional() @TextField(60) room?: string;
  @IsOptional()
  @AmountField(upTo(1e7, word`more than ten thousand cubic metres`), { words: word`Give the water as a number` })
  volumeL?: number;
  @IsOptional()
  @AmountField(upTo(500, word`more than any tank carries`), { words: word`Give the limit as a number` })
  limitKgM3?: number;
  @IsOptional() @IsIn([...METHODS], { message: word`Choose one of the list` }) method?: Method;
  @IsOptional() @CountField(word`At least one place`) positions?: number;
  @IsOptional() @CountField(word`At least one place`) pieceSize?: number;
  @IsOptional()
  @AmountField(upTo(1e6, word`more than a hundred hectares`), { words: word`Give the area as a number` })
  areaM2?: number;
}

export class BringPlacesInput {
  @RowsField() @ValidateNested({ each: true }) @Type(() => PlaceRow) rows!: PlaceRow[];
}
