// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as careModule } from './care';
import { module as choreModule } from './chore';
import { module as feedModule } from './feed';
import { module as observeModule } from './observe';
import { module as readingModule } from './reading';
import { module as sampleModule } from './sample';
import { module as scoutModule } from './scout';
import { module as stepModule } from './step';
import { module as trialModule } from './trial';

export const modules = [
  careModule,
  choreModule,
  feedModule,
  observeModule,
  readingModule,
  sampleModule,
  scoutModule,
  stepModule,
  trialModule,
] as const;
