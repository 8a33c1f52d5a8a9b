import { say, told, word } from '../words/words';
import type { FarmDescription, Habits, LoopPart, PersonPart } from './description';
import { readParts } from './readParts';

/** Made-up farms to start from: each is what a grower would say to a builder, line by line. */
export interface Shape {
  code: string;
  name: string;
  /** Who it is for, in a line. */
  says: string;
  loops: LoopPart[];
  lines: string[];
  species: string[];
  crops: string[];
}

const loop = (l: Omit<LoopPart, 'into' | 'lowC' | 'highC'>, [lowC, highC]: [number, number]): LoopPart => ({
  ...l,
  lowC,
  highC,
  into: null,
});

const STORES = ['cold room in pack room', 'feed store in pack room', 'seed store in pack room'];

export const SHAPES: readonly Shape[] = [
  {
    code: 'rafts',
    name: word`Coupled rafts`,
    says: word`One water for fish and lettuce: tanks in a hall, rafts under glass.`,
    loops: [loop({ code: 'marsh', name: say`Marsh`, kind: 'coupled' }, [22, 27])],
    lines: [
      '2 nursery tanks of 2 m³ named A1–A2 in fish hall for marsh',
      '4 tanks of 8 m³ named A3–A6 in fish hall for marsh',
      'sump of 9 m³ in fish hall for marsh',
      'drum filter 180 W for marsh',
      'moving bed filter 2.5 m³ for marsh',
      '2 blowers 400 W for marsh',
      'pump 36 m³/h 3 m head 550 W for marsh',
      '6 channels of 28 rafts of 36 holes, 17 × 1.2 m in glasshouse for marsh',
      '60 trays of 104 in seed room for marsh',
      'purge tank of 3 m³ in purge room',
      'quarantine tank of 1.5 m³ in quarantine',
      ...STORES,
    ],
    species: ['nile-tilapia'],
    crops: ['butterhead-lettuce', 'oakleaf-lettuce', 'little-romaine', 'sweet-basil'],
  },
  {
    code: 'films',
    name: word`Decoupled films and buckets`,
    says: word`Cool fish water, warm plant water, mineralisation between; herbs in films, tomatoes in buckets.`,
    loops: [loop({ code: 'brook', name: say`Brook`, kind: 'decoupled' }, [10, 16])],
    lines: [
      '2 nursery tanks of 2.5 m³ named F1–F2 in fish hall for brook',
      '4 tanks of 9 m³ named F3–F6 in fish hall for brook',
      'sump of 6 m³ in fish hall for brook',
      'settler for brook',
      'fixed bed filter 3 m³ for brook',
      'mineraliser 2 m³ 120 W for brook',
      '2 blowers 350 W for brook',
      'pump 40 m³/h 3 m head 640 W for brook',
      '4 film channels of 24 gutters of 40 sites, 17 × 2 m in glasshouse one for brook',
      '60 buckets in glasshouse two for brook',
      '40 trays of 104 in seed room for brook',
      'purge tank of 3 m³ in purge room',
      'quarantine tank of 1.5 m³ in quarantine',
      ...STORES,
    ],
    species: ['rainbow-trout'],
    crops: ['sweet-basil', 'rocket', 'coriander', 'cherry-tomato', 'cucumber'],
  },
  {
    code: 'towers',
    name: word`Vertical towers`,
    says: word`Little floor, many places: towers in a warehouse or on a roof.`,
    loops: [loop({ code: 'spire', name: say`Spire`, kind: 'coupled' }, [20, 26])],
    lines: [
      '3 tanks of 3 m³ named S1–S3 in tank room for spire',
      'sump of 3 m³ in tank room for spire',
      'swirl settler for spire',
      'moving bed filter 0.8 m³ for spire',
      '2 blowers 200 W for spire',
      'pump 9 m³/h 4 m head 300 W 15 on 5 off for spire',
      '4 beds of 18 towers of 40 sites, 6 × 1.5 m in tower hall for spire',
      '30 trays of 104 in tower hall for spire',
      'purge tank of 1.5 m³ in tank room',
      'quarantine tank of 0.8 m³ in tank room',
      ...STORES,
    ],
    species: ['nile-tilapia'],
    crops: ['butterhead-lettuce', 'little-romaine', 'sweet-basil', 'strawberry'],
  },
  {
    code: 'media',
    name: word`Media beds`,
    says: word`Gravel beds that flood and drain: filter and bed in one, for mixed and long-lived crops.`,
    loops: [loop({ code: 'fen', name: say`Fen`, kind: 'coupled' }, [18, 26])],
    lines: [
      '4 tanks of 2 m³ named D1–D4 in tunnel for fen',
      'sump of 9 m³ in tunnel for fen',
      'sock filter for fen',
      '2 blowers 120 W for fen',
      'pump 8 m³/h 2 m head 160 W 15 on 45 off for fen',
      '6 media beds 6 × 1.2 m in tunnel for fen',
      '16 trays of 104 in tunnel for fen',
      'purge tank of 1 m³ in tunnel',
      'quarantine tank of 0.6 m³ in shed',
      ...STORES,
    ],
    species: ['nile-tilapia'],
    crops: ['swiss-chard', 'mint', 'chives', 'flat-parsley', 'cherry-tomato'],
  },
  {
    code: 'media-rafts',
    name: word`Media, then rafts`,
    says: word`Media beds take the solids, rafts behind them grow the heads.`,
    loops: [loop({ code: 'weir', name: say`Weir`, kind: 'coupled' }, [20, 26])],
    lines: [
      '6 tanks of 3 m³ named W1–W6 in fish house for weir',
      'sump of 9 m³ in fish house for weir',
      'swirl settler for weir',
      'moving bed filter 1 m³ for weir',
      '2 blowers 300 W for weir',
      'pump 18 m³/h 3 m head 320 W for weir',
      '3 media beds 6 × 1.5 m in glasshouse for weir',
      '4 channels of 20 rafts of 30 holes, 12 × 1.2 m in glasshouse for weir',
      '40 trays of 104 in glasshouse for weir',
      'purge tank of 2 m³ in fish house',
      'quarantine tank of 1 m³ in shed',
      ...STORES,
    ],
    species: ['nile-tilapia'],
    crops: ['butterhead-lettuce', 'oakleaf-lettuce', 'swiss-chard', 'mint'],
  },
  {
    code: 'small-loops',
    name: word`Several small loops`,
    says: word`Independent small waters side by side, so that illness or a fault stays in one.`,
    loops: (['one', 'two', 'three'] as const).map((code, i) =>
      loop({ code, name: [say`One`, say`Two`, say`Three`][i]!, kind: 'coupled' }, [20, 26]),
    ),
    lines: [
      ...['one', 'two', 'three'].flatMap((code, i) => [
        `2 tanks of 2 m³ named T${i * 2 + 1}–T${i * 2 + 2} in house ${i + 1} for ${code}`,
        `sump of 2 m³ named S${i + 1} in house ${i + 1} for ${code}`,
        `settler for ${code}`,
        `moving bed filter 0.4 m³ for ${code}`,
        `2 blowers 120 W for ${code}`,
        `pump 4 m³/h 2 m head 90 W for ${code}`,
        `2 channels of 12 rafts of 24 holes, 6 × 1.2 m named R${i * 2 + 1}–R${i * 2 + 2} in house ${i + 1} for ${code}`,
      ]),
      '24 trays of 104 in house 1 for one',
      'purge tank of 1.5 m³ in house 1',
      'quarantine tank of 1 m³ in shed',
      ...STORES,
    ],
    species: ['nile-tilapia'],
    crops: ['butterhead-lettuce', 'oakleaf-lettuce', 'little-romaine', 'tatsoi'],
  },
];

/** A description made of a shape, with what was said of place and habits before. */
export function fromShape(shape: Shape, habits: Habits, people: PersonPart[]): FarmDescription {
  const loops = shape.loops.map((l) => ({ ...l, name: told(l.name) }));
  const d: FarmDescription = {
    habits,
    loops,
    places: [],
    equipment: [],
    species: shape.species,
    crops: shape.crops,
    people,
  };
  for (const line of shape.lines) {
    const read = readParts(line, {
      loop: loops[0]!.code,
      loops: loops.map((l) => l.code),
      taken: d.places.map((p) => p.code),
    });
    if (typeof read === 'string') throw new Error(`Shape ${shape.code}: ${line}: ${read}`);
    d.places.push(...read.places);
    d.equipment.push(...read.equipment);
  }
  return d;
}
