import { word } from '../../core/words/words';
import { IsBoolean, IsOptional, IsString, MaxLength } from 'class-validator';
import { LONGEST_LINE } from '../../core/log/longestLine';

export class LogLineInput {
  @IsString({ message: word`Type a line` })
  @MaxLength(2000, { message: word`A log line has at most ${LONGEST_LINE} characters` })
  text!: string;
  /** What was asked about the same line is answered with yes. */
  @IsOptional() @IsBoolean({ message: word`Say yes or no` }) confirmed?: boolean;
}
