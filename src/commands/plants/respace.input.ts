import { TransplantInput } from './transplant.input';

export class RespaceInput extends TransplantInput {}
