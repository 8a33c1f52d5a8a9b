import { told, word } from './words';

/** Codes of the records that are read as words too: roles, ways of growing, stages, states, what happened. */
const CODES: Record<string, string> = Object.fromEntries(
  [
    ...[word`manager`, word`office`, word`hand`, word`visitor`],
    ...[word`raft`, word`film`, word`media`, word`bucket`, word`tower`, word`tray`, word`soil`],
    ...[word`nursery`, word`mid`, word`grow-out`, word`sump`, word`test`, word`ornamental`, word`purge`],
    ...[word`quarantine`, word`holding`, word`morning`, word`evening`, word`eager`, word`slow`, word`none`],
    ...[word`open`, word`delivered`, word`paid`, word`cancelled`],
    ...[word`wholesaler`, word`farm shop`, word`restaurant`, word`box scheme`, word`grocer`, word`market stall`],
    ...[word`online list`, word`seedling buyer`, word`food bank`, word`staff`],
    ...[word`kg`, word`head`, word`bunch`],
    ...[word`cut leaf`, word`herb`, word`fruiting`, word`root and stem`, word`flower`, word`seedling`],
    ...[word`sand`, word`coupled`, word`decoupled`, word`bench`],
    ...[word`pond shop`, word`oxygen`, word`nitrification`, word`media rule`, word`planning default`, word`derived`],
    ...[word`before`, word`after`, word`well`, word`ill`, word`unsure`],
    ...[word`sample`, word`dead`, word`feed`, word`harvest`, word`move`, word`stock`, word`pick`, word`sow`],
    ...[word`transplant`, word`exchange`, word`taste`, word`fish`, word`crops`, word`plants`],
    ...[word`Water and life support`, word`Purge and harvest`, word`Crops and supply`, word`Fish`],
  ].map((code) => [code, code]),
);

/** A code as a person reads it; what is no code, like a name the farm gave, as it is. */
export const codeWords = (code: string): string => (code in CODES ? told(code) : code);
