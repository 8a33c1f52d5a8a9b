import type { Effect, LotRef, SetUpEffect, Spot, Then } from '../core/acts/effects';
import type { OutsideRole, StoreRole } from '../core/setup/roles';
import { addRest } from './bedRests';
import type { Tx } from './connection';
import { addCustomer, changeCustomer } from './customers';
import { addCulture, addCultureEntry } from './cultures';
import { addPurgeCheck, finishTask, recordFeeding, recordHusbandry, recordSample, writeHandover } from './events';
import { createLot, freeLotCode, placeOfRole, recordMovement, reverseMovement, type Entry } from './ledger';
import { addOrder, changeOrder } from './orders';
import { addSteps, writeStep } from './plan';
import { addEquipment, changeEquipment, retireEquipment } from './equipment';
import { invite } from './members';
import {
  addChore,
  addLoop,
  changeChore,
  changeFarm,
  changeLoop,
  keepDescription,
  layFarm,
  mendLoop,
  retireChore,
} from './farmChanges';
import { changeHouse, changeSite } from './houses';
import { addKind, bringKindBack, changeFeedRule, changeKind, retireKind, touchKind } from './kinds';
import { addPlace, changePlace, retirePlace } from './places';
import { addProduct, changeProduct, removeProduct } from './products';
import { beginBatch, closeBatch, dropBatch } from './purgeBatch';
import { addFinding } from './scouting';
import { putWeather } from './weather';
import { takeReadings } from './readings';
import { dropTemperature, planTemperature } from './temperature';
import { addTrial, addTrialMeasures, endTrial } from './trials';

/**
 * Performs what an act comes to, in the transaction of its entry. Everything it writes bears the entry's key, or is kept under it
 * by the database: that is the list by which it is taken back.
 * @returns the codes of the lots and ids of the orders it made, by their names in the list
 */
export async function apply(tx: Tx, entry: Entry, effects: readonly Effect[]): Promise<Record<string, string>> {
  const doing = new Applying(tx, entry);
  for (const effect of effects) await doing.one(effect);
  return doing.codes;
}

/** An entry at another moment of the past. */
const at = (entry: Entry, then: Then | undefined): Entry =>
  then ? { ...entry, farmDay: then.day, at: new Date(then.at) } : entry;

/** What an act on the set-up of the farm comes to. */
async function setUp(tx: Tx, entry: Entry, effect: SetUpEffect): Promise<void> {
  switch (effect.does) {
    case 'productAdded':
      return addProduct(tx, entry, effect.product);
    case 'productChanged':
      return changeProduct(tx, entry, effect);
    case 'productRemoved':
      return removeProduct(tx, effect.code);
    case 'customerAdded':
      return addCustomer(tx, entry, effect.customer);
    case 'customerChanged':
      return changeCustomer(tx, effect);
    case 'placeAdded':
      return addPlace(tx, entry, effect.place);
    case 'placeChanged':
      return changePlace(tx, entry, effect);
    case 'placeRetired':
      return retirePlace(tx, entry, effect);
    case 'equipmentAdded':
      return addEquipment(tx, entry, effect.equipment);
    case 'equipmentChanged':
      return changeEquipment(tx, effect);
    case 'equipmentRetired':
      return retireEquipment(tx, entry, effect);
    case 'loopTouched':
      return void (await tx('loop')
        .where({ id: effect.loopId })
        .update({ version: effect.version + 1 }));
    case 'loopAdded':
      return addLoop(tx, entry, effect.loop);
    case 'loopChanged':
      return changeLoop(tx, effect);
    case 'loopMended':
      return mendLoop(tx, effect);
    case 'farmChanged':
      return changeFarm(tx, entry, effect);
    case 'siteChanged':
      return changeSite(tx, effect);
    case 'houseChanged':
      return changeHouse(tx, effect);
    case 'farmDescribed':
      return keepDescription(tx, effect);
    case 'farmOpened':
      return layFarm(tx, entry, effect);
    case 'invited':
      return invite(tx, effect.invitation, { farmId: entry.farmId, by: entry.personId!, at: entry.at });
    case 'choreAdded':
      return addChore(tx, entry, effect.chore);
    case 'choreChanged':
      return changeChore(tx, effect);
    case 'choreRetired':
      return retireChore(tx, entry, effect);
    case 'kindAdded':
      return addKind(tx, entry, effect);
    case 'kindChanged':
      return changeKind(tx, effect);
    case 'kindTouched':
      return touchKind(tx, effect);
    case 'feedRuleChanged':
      return changeFeedRule(tx, effect.rule);
    case 'kindBack':
      return bringKindBack(tx, effect);
    case 'kindRetired':
      return retireKind(tx, entry, effect);
  }
}

class Applying {
  readonly codes: Record<string, string> = {};
  private readonly lots = new Map<string, string>();
  private readonly places = new Map<string, string>();
  private parts = 0;
  private orders = 0;
  private settings = 0;

  constructor(
    private readonly tx: Tx,
    private readonly entry: Entry,
  ) {}

  async one(effect: Effect): Promise<void> {
    const { tx, entry } = this;
    switch (effect.does) {
      case 'lot':
        return this.makeLot(effect);
      case 'movement':
        return this.move(effect);
      case 'sample':
        return void (await recordSample(
          tx,
          { ...at(entry, effect.then), entryKey: entry.entryKey + this.part() },
          effect,
        ));
      case 'readings':
        return takeReadings(tx, entry, effect.readings);
      case 'weather':
        return putWeather(tx, entry, effect.days);
      case 'handover':
        return writeHandover(tx, entry, effect.words);
      case 'event':
        return this.note(effect);
      case 'purgeCheck':
        return addPurgeCheck(tx, entry, { ...effect, kind: effect.check });
      case 'batchOpened':
        return beginBatch(tx, entry, effect.batch);
      case 'batchClosed':
        return closeBatch(tx, effect.groupId, entry.farmDay);
      case 'batchDropped':
        return dropBatch(tx, effect.groupId);
      case 'job':
        return finishTask(tx, entry, effect);
      case 'stepsAdded':
        return addSteps(tx, entry.farmId, effect);
      case 'step':
        return writeStep(tx, effect.stepId, effect.became, entry.farmDay);
      case 'orderTaken':
        return this.takeOrder(effect);
      case 'order':
        return changeOrder(tx, entry, effect);
      case 'reversed':
        return reverseMovement(tx, entry, effect.movementId);
      case 'finding':
        return addFinding(tx, { ...entry, entryKey: entry.entryKey + this.part() }, effect.finding);
      case 'cultureBegun':
        this.codes[effect.as] = await addCulture(tx, entry, effect.culture);
        return;
      case 'cultureWeighed':
        return addCultureEntry(tx, entry, effect);
      case 'cultureEnded':
        return void (await tx('culture').where({ id: effect.cultureId }).update({ ended_on: entry.farmDay }));
      case 'rest':
        return addRest(tx, entry, effect.rest);
      case 'temperaturePlanned':
        return planTemperature(tx, { ...entry, entryKey: `${entry.entryKey}:${this.settings++}` }, effect.setting);
      case 'temperatureDropped':
        return dropTemperature(tx, entry, effect.settingId);
      case 'trialBegun':
        return addTrial(tx, entry, effect.trial);
      case 'trialDecided':
        return endTrial(tx, entry, effect);
      case 'trialMeasured':
        return addTrialMeasures(tx, entry, effect.measured);
      case 'restEnded':
        return void (await tx('bed_rest').where({ id: effect.restId }).update({ withdrawn: true }));
      default:
        return setUp(tx, entry, effect);
    }
  }

  /** Tells apart the records of one entry: the first bears its key as it is. */
  private part(): string {
    this.parts += 1;
    return this.parts === 1 ? '' : `:${this.parts}`;
  }

  private async makeLot({ as, lot, free }: Extract<Effect, { does: 'lot' }>): Promise<void> {
    const code = free ? await freeLotCode(this.tx, lot.code) : lot.code;
    this.lots.set(as, await createLot(this.tx, this.entry.farmId, { ...lot, code }));
    this.codes[as] = code;
  }

  /** Several orders of one entry: the first bears its key as it is. */
  private async takeOrder({ as, order }: Extract<Effect, { does: 'orderTaken' }>): Promise<void> {
    const { tx, entry } = this;
    const n = this.orders++;
    this.codes[as] = await addOrder(tx, n === 0 ? entry : { ...entry, entryKey: `${entry.entryKey}:${n}` }, order);
  }

  private async move({ lot, from, to, eaten, lineId, then, does: _, ...rest }: Extract<Effect, { does: 'movement' }>) {
    const movement = {
      ...{ ...rest, lotId: this.lotOf(lot), fromPlaceId: await this.placeOf(from), toPlaceId: await this.placeOf(to) },
      ...(lineId ? { orderLineId: lineId } : {}),
    };
    const entry = at(this.entry, then);
    const { id } = await recordMovement({ tx: this.tx, entry, movement, part: this.part() });
    if (eaten) await recordFeeding(this.tx, entry, { movementId: id, ...eaten });
  }

  private note({ event, lot }: Extract<Effect, { does: 'event' }>): Promise<void> {
    const about = lot ? { ...event, lotId: this.lotOf(lot) } : event;
    return recordHusbandry({ tx: this.tx, entry: this.entry, event: about, part: this.part() });
  }

  private lotOf(lot: LotRef): string {
    return 'lotId' in lot ? lot.lotId : this.lots.get(lot.made)!;
  }

  private async placeOf(spot: Spot): Promise<string> {
    return 'placeId' in spot ? spot.placeId : this.firstOf(spot.role);
  }

  private async firstOf(role: StoreRole | OutsideRole): Promise<string> {
    const known = this.places.get(role) ?? (await placeOfRole(this.tx, role));
    this.places.set(role, known);
    return known;
  }
}
