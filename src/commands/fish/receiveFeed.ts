import { say, word } from '../../core/words/words';
import { IsOptional } from 'class-validator';
import { toMinor } from '../../core/quantity/money';
import { formatNumber } from '../../core/quantity/units';
import { receiveFeed } from '../../db/doing/rules';
import { command } from '../../server/command';
import { CodeField, MassField, NumberField, TextField } from '../inputs';
import { CREW, said } from '../shared';

class ReceiveFeedInput {
  @TextField(30, word`Give the lot number on the bag`, 2) code!: string;
  @CodeField(word`Choose a species`) speciesCode!: string;
  @MassField(word`Give the weight received`) massG!: number;
  @IsOptional() @TextField(120) supplier?: string;
  @IsOptional()
  @NumberField(0, 10_000_000, word`Give the price as a number`, word`A price is 0 or more, and at most ten million`)
  price?: number;
}

export const module = command({
  name: 'fish.receiveFeed',
  version: 1,
  title: (v) => say`Receive feed ${v.code}`,
  who: CREW,
  input: ReceiveFeedInput,
  run: async ({ tx, entry, person }, v) => {
    const costMinor = v.price === undefined ? null : toMinor(v.price, person.currency);
    const code = await receiveFeed(tx, entry, { ...v, supplier: v.supplier ?? null, costMinor });
    return said(say`In the store: ${formatNumber(v.massG / 1000, 1)} kg as ${code}.`);
  },
  takeBack: { words: () => say`Taken back: that feed was not received.` },
});
