import { word } from '../../core/words/words';
import { CodeField, MinorField, TextField, VersionField, WholeField } from '../inputs';

export class ProductInput {
  @CodeField(word`That product is not known`) code!: string;
  @VersionField() version!: number;
  @TextField(80, word`Give it a name`) name!: string;
  @MinorField() priceMinor!: number;
  @WholeField({ low: 0, high: 365, words: word`Give whole days` }) shelfLifeDays!: number;
}
