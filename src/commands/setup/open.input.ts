import { VersionField } from '../inputs';

export class OpenInput {
  @VersionField() version!: number;
}
