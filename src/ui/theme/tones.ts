/** Paper and water, and the dark scheme for early mornings: the only place where a colour is written down. */
export const LIGHT = {
  paper: '#f5f3ec',
  sheet: '#fffdf8',
  ink: '#16302f',
  quiet: '#4f625f',
  water: '#1f6f78',
  deep: '#0e4a55',
  moss: '#4e7031',
  reed: '#a9b665',
  roe: '#d8683c',
  roeText: '#a8461d',
  clay: '#a63d2f',
  straw: '#e2b84b',
  line: '#d9d5c7',
  wash: '#ecf0e0',
  waterFill: '#4d8e94',
  strawFill: '#e8c66b',
  roeFill: '#e1855f',
  onFill: '#0c2426',
  leaf1: '#e3e6cb',
  leaf2: '#c9d09a',
  leaf3: '#a9b665',
  leaf4: '#87a350',
  leaf5: '#5b7f3a',
  hatch: 'rgba(255, 253, 248, 0.45)',
} as const;

export type ToneName = keyof typeof LIGHT;

export const DARK: Readonly<Record<ToneName, string>> = {
  paper: '#101c1d',
  sheet: '#172728',
  ink: '#e9efe9',
  quiet: '#a9bbb7',
  water: '#6fc0c9',
  deep: '#9ad7dd',
  moss: '#a9c77f',
  reed: '#7f8c48',
  roe: '#ee9a73',
  roeText: '#f0a683',
  clay: '#f0917f',
  straw: '#e2b84b',
  line: '#2e4243',
  wash: '#1f3328',
  waterFill: '#2f7b83',
  strawFill: '#7f6118',
  roeFill: '#a3522e',
  onFill: '#f3f6f0',
  leaf1: '#263a2c',
  leaf2: '#35502f',
  leaf3: '#4c6b35',
  leaf4: '#67883f',
  leaf5: '#8db35a',
  hatch: 'rgba(16, 28, 29, 0.45)',
};

/** A tone of the scheme that is on, for drawings and charts: `fill={tone.water}`. Style sheets write `var(--mui-palette-farm-water)`. */
export const tone = Object.fromEntries(
  Object.keys(LIGHT).map((name) => [name, `var(--mui-palette-farm-${name})`]),
) as Readonly<Record<ToneName, string>>;

/** Figures in columns. */
export const MONO = 'var(--font-wider-figures), var(--font-figures), ui-monospace, monospace';
export const TEXT = 'var(--font-wider-text), var(--font-text), system-ui, sans-serif';
