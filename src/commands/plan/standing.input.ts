import { Confirmable } from '../inputs';

export class StandingInput extends Confirmable {}
