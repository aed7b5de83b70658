import 'reflect-metadata';
import { Type } from 'class-transformer';
import { IsArray, IsObject, IsUUID, ValidateNested } from 'class-validator';
import type { Breach, Outcome, StandardRef } from '../core/standard';
import type { Course, Run, Slip, YardVehicle } from '../core/yard';
import { StandardRefBody } from './mock';
import { IsInstant, IsZone, MayBeNull } from './rules';

/** Courses and vehicles as geometry that the yard can use: those that ship, then the school's own. */
export interface YardView {
  readonly courses: readonly Course[];
  readonly vehicles: readonly YardVehicle[];
  /** Which of them are the school's own. */
  readonly own: readonly OwnYardFile[];
}

export interface OwnYardFile {
  readonly kind: 'course' | 'vehicle';
  readonly id: string;
  /** The vehicle of the school whose figures they are; null for a course, or a vehicle that is none of them. */
  readonly of: string | null;
  readonly revision: number;
}

/** A course of the school's own. What it holds is checked by the rules of the file format. */
export class CourseToKeep {
  @IsObject()
  course!: object;
}

/** A vehicle's geometry of the school's own, checked in the same way. */
export class YardVehicleToKeep {
  @IsObject()
  vehicle!: object;

  /** Id of the school's vehicle whose figures they are. */
  @MayBeNull()
  @IsUUID()
  of?: string | null;
}

/** A run in the yard on a screen, to be kept with a learner. The server marks it. */
export class PracticeToKeep {
  @IsUUID()
  learner!: string;

  /** A course, a vehicle, settings and samples, each as its file format has it. */
  @IsObject()
  course!: object;

  @IsObject()
  vehicle!: object;

  @IsObject()
  settings!: object;

  @IsArray()
  path!: object[];

  @IsObject()
  @ValidateNested()
  @Type(() => StandardRefBody)
  standard!: StandardRefBody;

  @IsInstant()
  startedAt!: string;

  @IsZone()
  zone!: string;
}

/** A run that was kept: practice on a screen, never evidence of driving on a road. */
export interface PracticeView {
  readonly id: string;
  readonly learner: { readonly id: string; readonly name: string };
  readonly instructor: { readonly id: string; readonly name: string };
  readonly startedAt: string;
  readonly zone: string;
  readonly standard: StandardRef;
  readonly told: PracticeTold;
}

/** What it came to, worked out when it was kept. */
export interface PracticeTold {
  readonly course: string;
  readonly vehicle: string;
  readonly standard: string;
  readonly outcome: Outcome;
  readonly breaches: readonly Breach[];
  readonly movements: number;
  readonly shunts: number;
  readonly seconds: number;
  readonly slips: readonly Slip[];
}

/** The same with the run itself, for replay. */
export interface PracticeRunView extends PracticeView {
  readonly run: Run;
}
