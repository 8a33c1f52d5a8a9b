import { theme } from './theme';

type Sheet = Record<string, Record<string, string | number>>;

/**
 * The theme's variables as a style sheet. It is the same for everyone, so it is written to a file that a browser keeps
 * (`npm run format` writes it anew), instead of going along with every page.
 */
export function themeVariables(): string {
  const sheets = (theme as unknown as { generateStyleSheets: () => Sheet[] }).generateStyleSheets();
  const rules = sheets.flatMap((sheet) =>
    Object.entries(sheet).map(([selector, values]) => {
      const lines = Object.entries(values).map(([name, value]) => `${hyphened(name)}:${value};`);
      return `${selector}{${lines.join('')}}`;
    }),
  );
  return `@layer mui{${rules.join('\n')}}\n`;
}

const hyphened = (name: string) =>
  name.startsWith('--') ? name : name.replace(/[A-Z]/g, (l) => `-${l.toLowerCase()}`);
