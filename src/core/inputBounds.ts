import { getMetadataStorage } from 'class-validator';
import { typeOf } from './inputType';
import { plural, say, told } from './words/words';

/** Most of a list that says no other bound. */
const MOST_IN_LIST = 1000;
/** Most names of a thing that is taken as it is (versions by step, numbers by kind). */
const MOST_NAMES = 5000;

/** The most of a list, how that is said, and the class of each. */
interface FieldShape {
  most: number;
  words: string;
  inner: (new () => object) | null;
}

interface Shape {
  fields: Map<string, FieldShape>;
}

const shapes = new WeakMap<object, Shape>();

/** What a class of inputs takes, read once from its own rules. */
function shapeOf(input: new () => object): Shape {
  const known = shapes.get(input);
  if (known) return known;
  const shape: Shape = { fields: new Map() };
  for (const rule of getMetadataStorage().getTargetValidationMetadatas(input, '', false, false)) {
    const field = shape.fields.get(rule.propertyName) ?? { most: MOST_IN_LIST, words: '', inner: null };
    if (rule.name === 'arrayMaxSize') {
      field.most = rule.constraints[0] as number;
      if (typeof rule.message === 'string') field.words = rule.message;
    }
    shape.fields.set(rule.propertyName, field);
  }
  for (const [name, field] of shape.fields) field.inner = typeOf(input, name);
  shapes.set(input, shape);
  return shape;
}

/**
 * What is too much or unknown of what was sent, found before any rule is asked: names are counted and not said again,
 * lists have a bound, and a list in the place of a thing is refused.
 * @returns what is wrong by field, in words, or null
 */
export function outOfBounds(input: new () => object, raw: object): Record<string, string[]> | null {
  const { fields } = shapeOf(input);
  const unknown = Object.keys(raw).reduce((n, name) => n + (fields.has(name) ? 0 : 1), 0);
  if (unknown > 0)
    return {
      form: [
        plural(
          unknown,
          '# thing was sent that is not asked for here.',
          '# things were sent that are not asked for here.',
        ),
      ],
    };
  for (const [name, field] of fields) {
    const wrong = fieldOutOfBounds(name, field, (raw as Record<string, unknown>)[name]);
    if (wrong) return wrong;
  }
  return null;
}

type Wrong = Record<string, string[]>;

function fieldOutOfBounds(name: string, { most, words, inner }: FieldShape, value: unknown): Wrong | null {
  if (typeof value !== 'object' || value === null) return null;
  if (Array.isArray(value) && value.length > most)
    return { [name]: [words ? told(words) : say`At most ${most} at once`] };
  if (!Array.isArray(value) && !inner && Object.keys(value).length > MOST_NAMES)
    return { [name]: [say`At most ${MOST_NAMES} at once`] };
  if (!inner) return null;
  const all: readonly unknown[] = Array.isArray(value) ? value : [value];
  for (const [i, each] of all.entries()) {
    const where = Array.isArray(value) ? `${name}.${i}` : name;
    if (typeof each !== 'object' || each === null || Array.isArray(each))
      return { [where]: [say`Send each with its parts`] };
    const wrong = outOfBounds(inner, each);
    if (wrong)
      return Object.fromEntries(
        Object.entries(wrong).map(([f, said]) => [f === 'form' ? where : `${where}.${f}`, said]),
      );
  }
  return null;
}
