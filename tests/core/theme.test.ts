import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { DARK, LIGHT } from '../../src/ui/theme/tones';
import { themeVariables } from '../../src/ui/theme/variables';

test('the style sheet of variables is as the theme is; “npm run format” writes it', () => {
  const written = readFileSync('src/ui/theme/variables.generated.css', 'utf8');
  expect(written).toBe(themeVariables());
  // Both schemes, and our own tones in each.
  for (const tones of [LIGHT, DARK]) expect(written).toContain(`--mui-palette-farm-ink:${tones.ink};`);
  expect(written).toMatch(/\[data-scheme="dark"\]\{/);
  expect(written).not.toMatch(/undefined|NaN|\[object/);
});
