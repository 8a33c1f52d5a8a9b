// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as customersModule } from './customers';
import { module as feedModule } from './feed';
import { module as feedingsModule } from './feedings';
import { module as fishModule } from './fish';
import { module as goodsModule } from './goods';
import { module as ordersModule } from './orders';
import { module as placesModule } from './places';
import { module as plantsModule } from './plants';
import { module as pricesModule } from './prices';
import { module as productsModule } from './products';
import { module as readingsModule } from './readings';
import { module as samplesModule } from './samples';
import { module as seedModule } from './seed';
import { module as weatherModule } from './weather';

export const modules = [
  customersModule,
  feedModule,
  feedingsModule,
  fishModule,
  goodsModule,
  ordersModule,
  placesModule,
  plantsModule,
  pricesModule,
  productsModule,
  readingsModule,
  samplesModule,
  seedModule,
  weatherModule,
] as const;
