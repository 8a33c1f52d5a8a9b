// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as beneficialModule } from './beneficial';
import { module as cohortModule } from './cohort';
import { module as feedModule } from './feed';
import { module as liveFishModule } from './liveFish';
import { module as packedFishModule } from './packedFish';
import { module as packedProduceModule } from './packedProduce';
import { module as plantingModule } from './planting';
import { module as seedModule } from './seed';

export const modules = [
  beneficialModule,
  cohortModule,
  feedModule,
  liveFishModule,
  packedFishModule,
  packedProduceModule,
  plantingModule,
  seedModule,
] as const;
