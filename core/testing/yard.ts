import { readdirSync, readFileSync } from 'node:fs';
import { problemText, type Parsed } from '../problems';
import {
  layOut,
  readCourse,
  readYardVehicle,
  type Course,
  type Layout,
  type Settings,
  type YardVehicle,
} from '../yard';

const folder = (name: string): URL => new URL(`../../data/${name}/`, import.meta.url);

export const held = <T>(parsed: Parsed<T>): T => {
  if (!parsed.ok) throw new Error(parsed.problems.map(problemText).join('\n'));
  return parsed.value;
};

const shipped = (of: 'courses' | 'vehicles'): readonly string[] =>
  readdirSync(folder(of))
    .map((file) => file.split('.')[0] ?? '')
    .sort();

export const courseIds = shipped('courses');
export const vehicleIds = shipped('vehicles');

export const courseOf = (id: string): Course =>
  held(readCourse(readFileSync(new URL(`${id}.course.json`, folder('courses')), 'utf8')));

export const vehicleOf = (id: string): YardVehicle =>
  held(readYardVehicle(readFileSync(new URL(`${id}.vehicle.json`, folder('vehicles')), 'utf8')));

export const laid = (course: string, vehicle: YardVehicle, settings: Settings = {}): Layout =>
  held(layOut(courseOf(course), vehicle, settings));
