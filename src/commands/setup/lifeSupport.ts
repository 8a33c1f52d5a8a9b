import { Type } from 'class-transformer';
import { ValidateNested } from 'class-validator';
import { saveLifeSupport } from '../../db/doing/rules';
import { command } from '../../server/command';
import { IdField, ListField, NumberField, TextField, VersionField } from '../inputs';
import { BOSS, said, SET_UP_STAYS } from '../shared';

class AeratorInput {
  @TextField(60, 'Every aerator needs a name') name!: string;
  @NumberField(
    0,
    5000,
    'Give kg of oxygen a day as a number',
    'Oxygen is 0 or more, and at most 5,000 kg a day: check the unit',
  )
  kgO2PerDay!: number;
}

class MediaInput {
  @TextField(60, 'Every filter needs a name') name!: string;
  @NumberField(
    0.0001,
    2000,
    'Give the volume as a number',
    'A filter has a volume over 0 and under 2,000 m³: check the unit',
  )
  volumeM3!: number;
  @NumberField(
    0.1,
    5000,
    'Give the surface as a number',
    'Media has a surface over 0 and under 5,000 m²/m³: check the unit',
  )
  surfaceM2PerM3!: number;
  @NumberField(0.0001, 5, 'Give the rate as a number', 'A rate is over 0 and at most 5 g a m² and day: check the unit')
  gTanPerM2Day!: number;
}

class LifeSupportInput {
  @IdField('Choose a loop') loopId!: string;
  @VersionField() version!: number;
  @ListField(0, 20, 'Send the aerators', 'At most 20 aerators')
  @ValidateNested({ each: true })
  @Type(() => AeratorInput)
  aerators!: AeratorInput[];
  @ListField(0, 20, 'Send the filters', 'At most 20 filters')
  @ValidateNested({ each: true })
  @Type(() => MediaInput)
  media!: MediaInput[];
}

export const module = command({
  name: 'setup.lifeSupport',
  version: 1,
  title: 'Change life support',
  who: BOSS,
  input: LifeSupportInput,
  run: async ({ tx }, v) => {
    await saveLifeSupport(tx, v);
    return said('Kept. Margins and minutes follow at once.');
  },
  takeBack: SET_UP_STAYS,
});
