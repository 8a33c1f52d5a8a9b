import { PlantsInput } from '../inputs';

export class ClearNowInput extends PlantsInput {}
