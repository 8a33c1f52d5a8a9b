import 'reflect-metadata';
import { IsUUID } from 'class-validator';

/** Every write carries a key made where it was typed; sending it again adds nothing. */
export class KeyedInput {
  @IsUUID('4', { message: 'This form lost its key. Reload and try again.' })
  entryKey!: string;
}
