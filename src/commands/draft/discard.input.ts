import { word } from '../../core/words/words';
import { IdField } from '../inputs';

export class DropDraftInput {
  @IdField(word`That draft is not known`) draftId!: string;
}
