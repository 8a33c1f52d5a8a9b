// Written by scripts/lib/registries.mjs from the acts; do not edit.
import { AddKindInput } from './setup/addKind.input';
import { AddLoopInput } from './loop/add.input';
import { AddPlacesInput } from './place/add.input';
import { AddProductInput } from './setup/addProduct.input';
import { AddSowingInput } from './plan/addSowing.input';
import { ArrangeInput } from './place/arrange.input';
import { BeginCultureInput } from './culture/begin.input';
import { BeginTrialInput } from './trial/begin.input';
import { BringFeedingsInput } from './bring/feedings.input';
import { BringPlacesInput } from './place/bring.input';
import { BringReadingsInput } from './bring/readings.input';
import { BringSamplesInput } from './bring/samples.input';
import { BringWeatherInput } from './bring/weather.input';
import { CalendarInput } from './calendar/make.input';
import { CameUpInput } from './plants/cameUp.input';
import { CareInput } from './plants/care.input';
import { ChangePersonInput } from './person/change.input';
import { ChangePlaceInput } from './place/change.input';
import { ChangeRulesInput } from './purge/changeRules.input';
import { ChangeStepInput } from './plan/changeStep.input';
import { ChoreInput } from './task/chore.input';
import { ClearNowInput } from './plants/clearNow.input';
import { ConveyorInput } from './plants/conveyor.input';
import { CopyCropInput } from './setup/copyCrop.input';
import { CountInput } from './plants/sow.input';
import { CropInput } from './setup/crop.input';
import { CustomersInput } from './setup/customers.input';
import { DeadInput } from './fish/dead.input';
import { DecideTrialInput } from './trial/decide.input';
import { DescribeInput } from './setup/describe.input';
import { DraftInput, KeepDraftInput } from './draft/keep.input';
import { DropDraftInput } from './draft/discard.input';
import { DropTemperatureInput } from './setup/dropTemperature.input';
import { EndCalendarInput } from './calendar/end.input';
import { EndCultureInput } from './culture/end.input';
import { EndProbeInput } from './probe/end.input';
import { EndRestInput } from './plants/endRest.input';
import { EquipmentInput } from './equipment/change.input';
import { ExchangeInput } from './purge/exchange.input';
import { FeedInput } from './fish/feed.input';
import { FeedRuleInput } from './setup/feedRule.input';
import { FishSaleInput } from './setup/fishSale.input';
import { GradeInput } from './fish/grade.input';
import { GrowingCostsInput } from './setup/growingCosts.input';
import { HabitsInput } from './setup/habits.input';
import { HandoverInput } from './task/handover.input';
import { HarvestInput } from './fish/harvest.input';
import { HouseInput } from './setup/house.input';
import { InviteInput } from './person/invite.input';
import { LayPlanInput } from './draft/layPlan.input';
import { LifeSupportInput } from './setup/lifeSupport.input';
import { LiveSaleInput } from './fish/netLive.input';
import { LogLineInput } from './log/line.input';
import { LookAgainInput } from './scouting/lookAgain.input';
import { LookInput } from './scouting/look.input';
import { LoopInput } from './loop/change.input';
import { LoseInput } from './plants/lose.input';
import { MakeInput } from './stock/make.input';
import { MeasureTrialInput } from './trial/measure.input';
import { MembershipInput } from './person/membership.input';
import { MendInput } from './record/mend.input';
import { MergeInput } from './fish/merge.input';
import { MoveInput } from './fish/move.input';
import { MoveOnInput } from './plants/moveOn.input';
import { NoteInput } from './fish/note.input';
import { OpenInput } from './setup/open.input';
import { OpeningFeedInput } from './opening/feed.input';
import { OpeningFishInput } from './opening/fish.input';
import { OpeningGoodsInput } from './opening/goods.input';
import { OpeningOrdersInput } from './opening/orders.input';
import { OpeningPlantsInput } from './opening/plants.input';
import { OpeningSeedInput } from './opening/seed.input';
import { OrderFishInput } from './plan/orderFish.input';
import { OrderInput } from './order/place.input';
import { OrderStepInput, SetAsideInput } from './order/setAside.input';
import { OwnSpeciesInput } from './setup/ownSpecies.input';
import { PackSeedlingsInput } from './plants/packSeedlings.input';
import { PaperInput } from './paper/save.input';
import { PickInput } from './plants/pick.input';
import { PickNowInput } from './plants/pickNow.input';
import { PinPickInput } from './plan/pinPick.input';
import { PlanFishInput } from './plan/planFish.input';
import { PlanTemperatureInput } from './setup/temperature.input';
import { PlanningInput } from './setup/planning.input';
import { PriceInput } from './price/set.input';
import { PricesInput } from './setup/prices.input';
import { ProbeInput } from './probe/make.input';
import { ProductInput } from './setup/product.input';
import { ProductsInput } from './setup/products.input';
import { PutBackInput } from './order/putBack.input';
import { ReadingInput } from './water/read.input';
import { ReceiveFeedInput } from './fish/receiveFeed.input';
import { ReceiveHelpersInput } from './scouting/receive.input';
import { ReceiveInput } from './fish/receive.input';
import { ReceiveSeedInput } from './plants/receiveSeed.input';
import { RecordCultureInput } from './culture/record.input';
import { ReleaseHelpersInput } from './scouting/release.input';
import { RenewInviteInput } from './person/renewInvite.input';
import { RepeatSowingInput } from './plan/repeatSowing.input';
import { RespaceInput } from './plants/respace.input';
import { RestBedsInput } from './plants/restBeds.input';
import { RetireKindInput } from './setup/retireKind.input';
import { RetirePlaceInput } from './place/retire.input';
import { RetireProductInput } from './setup/retireProduct.input';
import { RoutineInput } from './chore/save.input';
import { SaveSeedInput } from './plants/saveSeed.input';
import { SiteInput } from './setup/site.input';
import { SowManyInput } from './plants/sowMany.input';
import { SowNowInput } from './plants/sowNow.input';
import { SpeciesInput } from './setup/species.input';
import { StandingFishInput } from './plan/standingFish.input';
import { StandingInput } from './plan/standing.input';
import { StepInput, TemperatureInput, ThingInput, TransferInput } from './inputs';
import { TakeBackInput } from './entry/takeBack.input';
import { TasteInput } from './purge/taste.input';
import { TransplantInput } from './plants/transplant.input';
import { UnitsInput } from './person/chooseUnits.input';
import { UseDeathsInput } from './setup/useDeaths.input';
import { UseLearnedInput } from './setup/useLearned.input';
import { WeighInput } from './fish/weigh.input';
import { WithdrawInviteInput } from './person/withdrawInvite.input';
import { WriteOffInput } from './stock/writeOff.input';

export const inputs: Record<string, new () => object> = {
  'bring.feedings': BringFeedingsInput,
  'bring.readings': BringReadingsInput,
  'bring.samples': BringSamplesInput,
  'bring.weather': BringWeatherInput,
  'calendar.end': EndCalendarInput,
  'calendar.make': CalendarInput,
  'chore.retire': ThingInput,
  'chore.save': RoutineInput,
  'culture.begin': BeginCultureInput,
  'culture.end': EndCultureInput,
  'culture.record': RecordCultureInput,
  'draft.discard': DropDraftInput,
  'draft.keep': KeepDraftInput,
  'draft.layAside': DraftInput,
  'draft.layPlan': LayPlanInput,
  'draft.layWater': TemperatureInput,
  'entry.takeBack': TakeBackInput,
  'equipment.change': EquipmentInput,
  'equipment.retire': ThingInput,
  'fish.dead': DeadInput,
  'fish.feed': FeedInput,
  'fish.grade': GradeInput,
  'fish.harvest': HarvestInput,
  'fish.merge': MergeInput,
  'fish.move': MoveInput,
  'fish.moveAsPlanned': TransferInput,
  'fish.netLive': LiveSaleInput,
  'fish.note': NoteInput,
  'fish.receive': ReceiveInput,
  'fish.receiveFeed': ReceiveFeedInput,
  'fish.weigh': WeighInput,
  'log.line': LogLineInput,
  'loop.add': AddLoopInput,
  'loop.change': LoopInput,
  'opening.feed': OpeningFeedInput,
  'opening.fish': OpeningFishInput,
  'opening.goods': OpeningGoodsInput,
  'opening.orders': OpeningOrdersInput,
  'opening.plants': OpeningPlantsInput,
  'opening.seed': OpeningSeedInput,
  'order.callOff': OrderStepInput,
  'order.deliver': OrderStepInput,
  'order.pay': OrderStepInput,
  'order.place': OrderInput,
  'order.putBack': PutBackInput,
  'order.setAside': SetAsideInput,
  'paper.retire': ThingInput,
  'paper.save': PaperInput,
  'person.change': ChangePersonInput,
  'person.chooseUnits': UnitsInput,
  'person.invite': InviteInput,
  'person.membership': MembershipInput,
  'person.renewInvite': RenewInviteInput,
  'person.withdrawInvite': WithdrawInviteInput,
  'place.add': AddPlacesInput,
  'place.arrange': ArrangeInput,
  'place.bring': BringPlacesInput,
  'place.change': ChangePlaceInput,
  'place.retire': RetirePlaceInput,
  'plan.addSowing': AddSowingInput,
  'plan.changeStep': ChangeStepInput,
  'plan.orderFish': OrderFishInput,
  'plan.pinPick': PinPickInput,
  'plan.planFish': PlanFishInput,
  'plan.repeatSowing': RepeatSowingInput,
  'plan.standing': StandingInput,
  'plan.standingFish': StandingFishInput,
  'plants.cameUp': CameUpInput,
  'plants.care': CareInput,
  'plants.clear': StepInput,
  'plants.clearNow': ClearNowInput,
  'plants.conveyor': ConveyorInput,
  'plants.endRest': EndRestInput,
  'plants.lose': LoseInput,
  'plants.moveOn': MoveOnInput,
  'plants.packSeedlings': PackSeedlingsInput,
  'plants.pick': PickInput,
  'plants.pickNow': PickNowInput,
  'plants.receiveSeed': ReceiveSeedInput,
  'plants.respace': RespaceInput,
  'plants.restBeds': RestBedsInput,
  'plants.saveSeed': SaveSeedInput,
  'plants.sow': CountInput,
  'plants.sowMany': SowManyInput,
  'plants.sowNow': SowNowInput,
  'plants.transplant': TransplantInput,
  'price.end': ThingInput,
  'price.set': PriceInput,
  'probe.end': EndProbeInput,
  'probe.make': ProbeInput,
  'purge.changeRules': ChangeRulesInput,
  'purge.exchange': ExchangeInput,
  'purge.stopFeed': StepInput,
  'purge.taste': TasteInput,
  'purge.transfer': TransferInput,
  'record.mend': MendInput,
  'scouting.look': LookInput,
  'scouting.lookAgain': LookAgainInput,
  'scouting.receive': ReceiveHelpersInput,
  'scouting.release': ReleaseHelpersInput,
  'setup.addKind': AddKindInput,
  'setup.addProduct': AddProductInput,
  'setup.copyCrop': CopyCropInput,
  'setup.crop': CropInput,
  'setup.customers': CustomersInput,
  'setup.describe': DescribeInput,
  'setup.dropTemperature': DropTemperatureInput,
  'setup.feedRule': FeedRuleInput,
  'setup.fishSale': FishSaleInput,
  'setup.growingCosts': GrowingCostsInput,
  'setup.habits': HabitsInput,
  'setup.house': HouseInput,
  'setup.lifeSupport': LifeSupportInput,
  'setup.open': OpenInput,
  'setup.ownSpecies': OwnSpeciesInput,
  'setup.planning': PlanningInput,
  'setup.prices': PricesInput,
  'setup.product': ProductInput,
  'setup.products': ProductsInput,
  'setup.retireKind': RetireKindInput,
  'setup.retireProduct': RetireProductInput,
  'setup.site': SiteInput,
  'setup.species': SpeciesInput,
  'setup.temperature': PlanTemperatureInput,
  'setup.useDeaths': UseDeathsInput,
  'setup.useLearned': UseLearnedInput,
  'stock.make': MakeInput,
  'stock.writeOff': WriteOffInput,
  'task.chore': ChoreInput,
  'task.handover': HandoverInput,
  'trial.begin': BeginTrialInput,
  'trial.decide': DecideTrialInput,
  'trial.measure': MeasureTrialInput,
  'water.read': ReadingInput,
};
