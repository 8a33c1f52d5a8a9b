import { word } from '../../core/words/words';
import { CodeField, CountField, PlantsInput } from '../inputs';

export class PackSeedlingsInput extends PlantsInput {
  @CodeField(word`Choose what it is packed as`) productCode!: string;
  @CountField(word`At least 1 tray`) trays!: number;
}
