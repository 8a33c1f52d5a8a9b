import { Confirmable, HeightField, LatitudeField, VersionField } from '../inputs';

export class SiteInput extends Confirmable {
  @VersionField() version!: number;
  @LatitudeField() latitude!: number;
  @HeightField() altitudeM!: number;
}
