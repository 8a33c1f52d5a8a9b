// Written by scripts/lib/registries.mjs from the files beside it; do not edit.
import { module as bringFeedingsModule } from './bring/feedings';
import { module as bringReadingsModule } from './bring/readings';
import { module as bringSamplesModule } from './bring/samples';
import { module as bringWeatherModule } from './bring/weather';
import { module as calendarEndModule } from './calendar/end';
import { module as calendarMakeModule } from './calendar/make';
import { module as choreRetireModule } from './chore/retire';
import { module as choreSaveModule } from './chore/save';
import { module as cultureBeginModule } from './culture/begin';
import { module as cultureEndModule } from './culture/end';
import { module as cultureRecordModule } from './culture/record';
import { module as draftDiscardModule } from './draft/discard';
import { module as draftKeepModule } from './draft/keep';
import { module as draftLayAsideModule } from './draft/layAside';
import { module as draftLayPlanModule } from './draft/layPlan';
import { module as draftLayWaterModule } from './draft/layWater';
import { module as entryTakeBackModule } from './entry/takeBack';
import { module as equipmentChangeModule } from './equipment/change';
import { module as equipmentRetireModule } from './equipment/retire';
import { module as fishDeadModule } from './fish/dead';
import { module as fishFeedModule } from './fish/feed';
import { module as fishGradeModule } from './fish/grade';
import { module as fishHarvestModule } from './fish/harvest';
import { module as fishMergeModule } from './fish/merge';
import { module as fishMoveModule } from './fish/move';
import { module as fishMoveAsPlannedModule } from './fish/moveAsPlanned';
import { module as fishNetLiveModule } from './fish/netLive';
import { module as fishNoteModule } from './fish/note';
import { module as fishReceiveModule } from './fish/receive';
import { module as fishReceiveFeedModule } from './fish/receiveFeed';
import { module as fishWeighModule } from './fish/weigh';
import { module as logLineModule } from './log/line';
import { module as loopAddModule } from './loop/add';
import { module as loopChangeModule } from './loop/change';
import { module as openingFeedModule } from './opening/feed';
import { module as openingFishModule } from './opening/fish';
import { module as openingGoodsModule } from './opening/goods';
import { module as openingOrdersModule } from './opening/orders';
import { module as openingPlantsModule } from './opening/plants';
import { module as openingSeedModule } from './opening/seed';
import { module as orderCallOffModule } from './order/callOff';
import { module as orderDeliverModule } from './order/deliver';
import { module as orderPayModule } from './order/pay';
import { module as orderPlaceModule } from './order/place';
import { module as orderPutBackModule } from './order/putBack';
import { module as orderSetAsideModule } from './order/setAside';
import { module as paperRetireModule } from './paper/retire';
import { module as paperSaveModule } from './paper/save';
import { module as personChangeModule } from './person/change';
import { module as personChooseUnitsModule } from './person/chooseUnits';
import { module as personInviteModule } from './person/invite';
import { module as personMembershipModule } from './person/membership';
import { module as personRenewInviteModule } from './person/renewInvite';
import { module as personWithdrawInviteModule } from './person/withdrawInvite';
import { module as placeAddModule } from './place/add';
import { module as placeArrangeModule } from './place/arrange';
import { module as placeBringModule } from './place/bring';
import { module as placeChangeModule } from './place/change';
import { module as placeRetireModule } from './place/retire';
import { module as planAddSowingModule } from './plan/addSowing';
import { module as planChangeStepModule } from './plan/changeStep';
import { module as planOrderFishModule } from './plan/orderFish';
import { module as planPinPickModule } from './plan/pinPick';
import { module as planPlanFishModule } from './plan/planFish';
import { module as planRepeatSowingModule } from './plan/repeatSowing';
import { module as planStandingModule } from './plan/standing';
import { module as planStandingFishModule } from './plan/standingFish';
import { module as plantsCameUpModule } from './plants/cameUp';
import { module as plantsCareModule } from './plants/care';
import { module as plantsClearModule } from './plants/clear';
import { module as plantsClearNowModule } from './plants/clearNow';
import { module as plantsConveyorModule } from './plants/conveyor';
import { module as plantsEndRestModule } from './plants/endRest';
import { module as plantsLoseModule } from './plants/lose';
import { module as plantsMoveOnModule } from './plants/moveOn';
import { module as plantsPackSeedlingsModule } from './plants/packSeedlings';
import { module as plantsPickModule } from './plants/pick';
import { module as plantsPickNowModule } from './plants/pickNow';
import { module as plantsReceiveSeedModule } from './plants/receiveSeed';
import { module as plantsRespaceModule } from './plants/respace';
import { module as plantsRestBedsModule } from './plants/restBeds';
import { module as plantsSaveSeedModule } from './plants/saveSeed';
import { module as plantsSowModule } from './plants/sow';
import { module as plantsSowManyModule } from './plants/sowMany';
import { module as plantsSowNowModule } from './plants/sowNow';
import { module as plantsTransplantModule } from './plants/transplant';
import { module as priceEndModule } from './price/end';
import { module as priceSetModule } from './price/set';
import { module as probeEndModule } from './probe/end';
import { module as probeMakeModule } from './probe/make';
import { module as purgeChangeRulesModule } from './purge/changeRules';
import { module as purgeExchangeModule } from './purge/exchange';
import { module as purgeStopFeedModule } from './purge/stopFeed';
import { module as purgeTasteModule } from './purge/taste';
import { module as purgeTransferModule } from './purge/transfer';
import { module as recordMendModule } from './record/mend';
import { module as scoutingLookModule } from './scouting/look';
import { module as scoutingLookAgainModule } from './scouting/lookAgain';
import { module as scoutingReceiveModule } from './scouting/receive';
import { module as scoutingReleaseModule } from './scouting/release';
import { module as setupAddKindModule } from './setup/addKind';
import { module as setupAddProductModule } from './setup/addProduct';
import { module as setupCopyCropModule } from './setup/copyCrop';
import { module as setupCropModule } from './setup/crop';
import { module as setupCustomersModule } from './setup/customers';
import { module as setupDescribeModule } from './setup/describe';
import { module as setupDropTemperatureModule } from './setup/dropTemperature';
import { module as setupFeedRuleModule } from './setup/feedRule';
import { module as setupFishSaleModule } from './setup/fishSale';
import { module as setupGrowingCostsModule } from './setup/growingCosts';
import { module as setupHabitsModule } from './setup/habits';
import { module as setupHouseModule } from './setup/house';
import { module as setupLifeSupportModule } from './setup/lifeSupport';
import { module as setupOpenModule } from './setup/open';
import { module as setupOwnSpeciesModule } from './setup/ownSpecies';
import { module as setupPlanningModule } from './setup/planning';
import { module as setupPricesModule } from './setup/prices';
import { module as setupProductModule } from './setup/product';
import { module as setupProductsModule } from './setup/products';
import { module as setupRetireKindModule } from './setup/retireKind';
import { module as setupRetireProductModule } from './setup/retireProduct';
import { module as setupSiteModule } from './setup/site';
import { module as setupSpeciesModule } from './setup/species';
import { module as setupTemperatureModule } from './setup/temperature';
import { module as setupUseDeathsModule } from './setup/useDeaths';
import { module as setupUseLearnedModule } from './setup/useLearned';
import { module as stockMakeModule } from './stock/make';
import { module as stockWriteOffModule } from './stock/writeOff';
import { module as taskChoreModule } from './task/chore';
import { module as taskHandoverModule } from './task/handover';
import { module as trialBeginModule } from './trial/begin';
import { module as trialDecideModule } from './trial/decide';
import { module as trialMeasureModule } from './trial/measure';
import { module as waterReadModule } from './water/read';

export const modules = [
  bringFeedingsModule,
  bringReadingsModule,
  bringSamplesModule,
  bringWeatherModule,
  calendarEndModule,
  calendarMakeModule,
  choreRetireModule,
  choreSaveModule,
  cultureBeginModule,
  cultureEndModule,
  cultureRecordModule,
  draftDiscardModule,
  draftKeepModule,
  draftLayAsideModule,
  draftLayPlanModule,
  draftLayWaterModule,
  entryTakeBackModule,
  equipmentChangeModule,
  equipmentRetireModule,
  fishDeadModule,
  fishFeedModule,
  fishGradeModule,
  fishHarvestModule,
  fishMergeModule,
  fishMoveModule,
  fishMoveAsPlannedModule,
  fishNetLiveModule,
  fishNoteModule,
  fishReceiveModule,
  fishReceiveFeedModule,
  fishWeighModule,
  logLineModule,
  loopAddModule,
  loopChangeModule,
  openingFeedModule,
  openingFishModule,
  openingGoodsModule,
  openingOrdersModule,
  openingPlantsModule,
  openingSeedModule,
  orderCallOffModule,
  orderDeliverModule,
  orderPayModule,
  orderPlaceModule,
  orderPutBackModule,
  orderSetAsideModule,
  paperRetireModule,
  paperSaveModule,
  personChangeModule,
  personChooseUnitsModule,
  personInviteModule,
  personMembershipModule,
  personRenewInviteModule,
  personWithdrawInviteModule,
  placeAddModule,
  placeArrangeModule,
  placeBringModule,
  placeChangeModule,
  placeRetireModule,
  planAddSowingModule,
  planChangeStepModule,
  planOrderFishModule,
  planPinPickModule,
  planPlanFishModule,
  planRepeatSowingModule,
  planStandingModule,
  planStandingFishModule,
  plantsCameUpModule,
  plantsCareModule,
  plantsClearModule,
  plantsClearNowModule,
  plantsConveyorModule,
  plantsEndRestModule,
  plantsLoseModule,
  plantsMoveOnModule,
  plantsPackSeedlingsModule,
  plantsPickModule,
  plantsPickNowModule,
  plantsReceiveSeedModule,
  plantsRespaceModule,
  plantsRestBedsModule,
  plantsSaveSeedModule,
  plantsSowModule,
  plantsSowManyModule,
  plantsSowNowModule,
  plantsTransplantModule,
  priceEndModule,
  priceSetModule,
  probeEndModule,
  probeMakeModule,
  purgeChangeRulesModule,
  purgeExchangeModule,
  purgeStopFeedModule,
  purgeTasteModule,
  purgeTransferModule,
  recordMendModule,
  scoutingLookModule,
  scoutingLookAgainModule,
  scoutingReceiveModule,
  scoutingReleaseModule,
  setupAddKindModule,
  setupAddProductModule,
  setupCopyCropModule,
  setupCropModule,
  setupCustomersModule,
  setupDescribeModule,
  setupDropTemperatureModule,
  setupFeedRuleModule,
  setupFishSaleModule,
  setupGrowingCostsModule,
  setupHabitsModule,
  setupHouseModule,
  setupLifeSupportModule,
  setupOpenModule,
  setupOwnSpeciesModule,
  setupPlanningModule,
  setupPricesModule,
  setupProductModule,
  setupProductsModule,
  setupRetireKindModule,
  setupRetireProductModule,
  setupSiteModule,
  setupSpeciesModule,
  setupTemperatureModule,
  setupUseDeathsModule,
  setupUseLearnedModule,
  stockMakeModule,
  stockWriteOffModule,
  taskChoreModule,
  taskHandoverModule,
  trialBeginModule,
  trialDecideModule,
  trialMeasureModule,
  waterReadModule,
] as const;
