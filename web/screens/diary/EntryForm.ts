import { IsIn, IsInt, IsString, IsUUID, Length, Matches, Max, Min, ValidateIf } from 'class-validator';
import { IsDay } from '../../../contract';

const minutes = { message: 'Whole minutes, from 5 to 720.' };

/** What is asked of an entry of the diary: day and time of day where it will be, instead of an instant. */
export class EntryForm {
  @IsIn(['lesson', 'test', 'other'])
  kind!: 'lesson' | 'test' | 'other';

  /** Id; only what is neither lesson nor test needs nobody. */
  @ValidateIf(({ kind, learner }: EntryForm) => kind !== 'other' || learner !== null)
  @IsUUID(undefined, { message: 'Choose who it is with.' })
  learner!: string | null;

  @IsDay()
  day!: string;

  @Matches(/^([01]\d|2[0-3]):[0-5]\d/, { message: 'must be a time such as 10:15' })
  time!: string;

  @IsInt(minutes)
  @Min(5, minutes)
  @Max(720, minutes)
  minutes!: number;

  /** Ids, or nothing. */
  @IsString()
  vehicle!: string;

  @IsString()
  route!: string;

  @Length(0, 120)
  place!: string;

  @Length(0, 400)
  note!: string;
}
