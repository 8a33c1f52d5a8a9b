'use server';
import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsNumber,
  IsPositive,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  MinLength,
  Validate,
  ValidateNested,
  ValidatorConstraint,
  type ValidatorConstraintInterface,
} from 'class-validator';
import { revalidatePath } from 'next/cache';
import { RuleBroken } from '../../core/errors';
import { addDays, isDay } from '../../core/quantity/days';
import { allocate, deliver, markPaid, placeOrder } from '../../db/orders';
import type { Role } from '../../db/people';
import { act } from '../../server/act';
import { KeyedInput } from '../../server/input';
import { requirePerson } from '../../server/session';
import type { Outcome } from '../../ui/outcome';
import { freeOn } from './queries';

const SALES: Role[] = ['manager', 'office'];
const PACKERS: Role[] = ['manager', 'office', 'hand'];

@ValidatorConstraint({ name: 'isDay' })
class IsDay implements ValidatorConstraintInterface {
  validate(value: unknown) {
    return isDay(value);
  }
  defaultMessage() {
    return 'Give a day of the calendar, like 2026-05-14';
  }
}

class LineInput {
  @IsString()
  @MinLength(1, { message: 'Choose a product' })
  @MaxLength(60, { message: 'Choose a product' })
  productCode!: string;
  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: 'Give the quantity as a number' })
  @IsPositive({ message: 'Order more than 0' })
  @Max(5_000_000, { message: 'That is more than the farm grows in a year: check the unit' })
  quantity!: number;
}

class OrderInput extends KeyedInput {
  @IsUUID('4', { message: 'Choose a customer' }) customerId!: string;
  @Validate(IsDay) dueDay!: string;
  @IsArray()
  @ArrayMinSize(1, { message: 'Add a line' })
  @ArrayMaxSize(40, { message: 'At most 40 lines' })
  @ValidateNested({ each: true })
  @Type(() => LineInput)
  lines!: LineInput[];
}

class OrderStepInput extends KeyedInput {
  @IsUUID('4', { message: 'There is no such order' }) orderId!: string;
  @IsInt({ message: 'Reload the order' }) @Min(1) version!: number;
}

class AllocateInput extends OrderStepInput {
  @IsUUID('4', { message: 'There is no such line' }) lineId!: string;
  @IsUUID('4', { message: 'Choose a lot' }) lotId!: string;
  @IsNumber({ allowNaN: false, allowInfinity: false }, { message: 'Give the quantity as a number' })
  @IsPositive({ message: 'Set aside more than 0' })
  @Max(5_000_000, { message: 'That is more than the cold room holds' })
  quantity!: number;
}

async function refreshed<T>(outcome: Outcome<T>): Promise<Outcome<T>> {
  if (outcome.ok) revalidatePath('/', 'layout');
  return outcome;
}

export async function takeOrder(raw: unknown): Promise<Outcome<string>> {
  return refreshed(
    await act(SALES, OrderInput, raw, async ({ tx, entry, today }, input) => {
      if (input.dueDay < today) throw new RuleBroken('dueDay', 'That day has passed.');
      if (input.dueDay > addDays(today, 400)) throw new RuleBroken('dueDay', 'That is more than a year ahead.');
      return placeOrder(tx, entry, input);
    }),
  );
}

export async function setAside(raw: unknown): Promise<Outcome<string>> {
  return refreshed(
    await act(PACKERS, AllocateInput, raw, async ({ tx, entry }, input) => {
      await allocate(tx, entry, input);
      return 'Set aside.';
    }),
  );
}

export async function deliverOrder(raw: unknown): Promise<Outcome<string>> {
  return refreshed(
    await act(PACKERS, OrderStepInput, raw, async ({ tx, entry }, { orderId, version }) => {
      await deliver(tx, entry, orderId, version);
      return 'Delivered.';
    }),
  );
}

export async function payOrder(raw: unknown): Promise<Outcome<string>> {
  return refreshed(
    await act(SALES, OrderStepInput, raw, async ({ tx, entry }, { orderId, version }) => {
      await markPaid(tx, entry, orderId, version);
      return 'Paid.';
    }),
  );
}

/** Asked while an order is typed: what is free to promise on its day. */
export async function askFree(productCode: string, day: string): Promise<string | null> {
  await requirePerson();
  return isDay(day) && typeof productCode === 'string' ? freeOn(productCode, day) : null;
}
