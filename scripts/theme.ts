import { writeFileSync } from 'node:fs';
import { themeVariables } from '../src/ui/theme/variables';

/** Writes the theme's variables to the style sheet that the pages link to. */
writeFileSync('src/ui/theme/variables.generated.css', themeVariables());
