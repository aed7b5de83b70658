import 'reflect-metadata';
import { IsString, IsUUID, Length } from 'class-validator';
import { MayBeNull } from './rules';

/** What is driven, and where. */
export class DrivenWith {
  @MayBeNull()
  @IsUUID()
  vehicle?: string | null;

  /** The route that is driven, when one is followed. */
  @MayBeNull()
  @IsString()
  @Length(1, 80)
  route?: string | null;
}
