import { word } from '../words/words';

/** What a product is when it leaves the farm. */
export const PRODUCT_FORMS = [
  ['live', word`live`],
  ['whole', word`whole`],
  ['gutted', word`gutted`],
  ['fillet', word`fillet`],
  ['head', word`head`],
  ['bunch', word`bunch`],
  ['leaves', word`leaves`],
  ['mix', word`mix`],
  ['seedling', word`seedling`],
  ['fruit', word`fruit`],
] as const;

export const PRODUCT_FORM_CODES: readonly string[] = PRODUCT_FORMS.map(([code]) => code);
