import { tryEveryStation } from './everyStation';
import { DESK } from './help';

tryEveryStation('laptop', DESK);
