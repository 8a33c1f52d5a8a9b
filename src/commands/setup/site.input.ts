import { word } from '../../core/words/words';
import { Confirmable, NumberField, VersionField } from '../inputs';

export class SiteInput extends Confirmable {
  @VersionField() version!: number;
  @NumberField({
    low: -90,
    high: 90,
    words: word`Give the latitude in degrees`,
    outside: word`From −90 (south) to 90 (north)`,
  })
  latitude!: number;
  @NumberField({ low: -450, high: 6000, words: word`Give the height in metres`, outside: word`From −450 to 6,000 m` })
  altitudeM!: number;
}
