import 'reflect-metadata';
import { IsBoolean, IsObject, IsString, IsUUID, Length, Matches } from 'class-validator';
import type { Checkup, ControlId, VehicleCard, VehicleRecord } from '../core/vehicle';
import { MayBeMissing } from './rules';

const blank = { message: 'must not be blank' };

export class NewVehicle {
  @IsUUID()
  id!: string;

  @IsString()
  @Length(1, 60)
  @Matches(/\S/, blank)
  name!: string;

  @IsString()
  @Length(1, 20)
  @Matches(/\S/, blank)
  plate!: string;
}

/** What is given is changed, the rest stays. Card and record are checked by core/vehicle. */
export class VehicleChange {
  @MayBeMissing()
  @IsString()
  @Length(1, 60)
  @Matches(/\S/, blank)
  name?: string;

  @MayBeMissing()
  @IsString()
  @Length(1, 20)
  @Matches(/\S/, blank)
  plate?: string;

  @MayBeMissing()
  @IsObject()
  card?: object;

  @MayBeMissing()
  @IsObject()
  record?: object;

  /** No longer used: kept, but offered nowhere. */
  @MayBeMissing()
  @IsBoolean()
  retired?: boolean;
}

export interface VehicleView {
  readonly id: string;
  readonly name: string;
  readonly plate: string;
  readonly card: VehicleCard;
  readonly record: VehicleRecord;
  /** The newest going-over. */
  readonly checkup: Checkup | null;
  /** Controls of which there is a picture. */
  readonly photos: readonly ControlId[];
  readonly retired: boolean;
  readonly revision: number;
}

/** How a list of vehicles can be put in order; those that are no longer used come last in both. */
export const vehicleSorts = ['name', 'checked'] as const;
export type VehicleSort = (typeof vehicleSorts)[number];
