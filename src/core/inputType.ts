import 'reflect-metadata';
import { Type as transformed } from 'class-transformer';

const KEY = 'crop-cycle:type';
type Class = new () => object;

/** The class of a part, or of each of a list; kept so that what is sent can be measured before it is made into one. */
export const Type =
  (of: () => Class) =>
  (target: object, name: string): void => {
    transformed(of)(target, name);
    Reflect.defineMetadata(KEY, of, target, name);
  };

/** The class of a part of an input class, or null. */
export function typeOf(input: Class, name: string): Class | null {
  const of = Reflect.getMetadata(KEY, input.prototype as object, name) as (() => Class) | undefined;
  const type = of?.();
  return type && ![Number, String, Boolean, Date, Array, Object].includes(type as never) ? type : null;
}
