import { tryEveryStation } from './everyStation';
import { PHONE } from './help';

tryEveryStation('phone', PHONE);
