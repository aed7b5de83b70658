import { usual, type Values } from './constants';

/** What a stop or a wait costs against driving on. */
export interface Delay {
  readonly seconds: number;
  /** How far one would have come in that time. */
  readonly metres: number;
}

/**
 * Time and distance lost by slowing down to a speed, staying at it and speeding up again, at constant deceleration and
 * acceleration.
 *
 * @param speed metres a second before and after
 * @param slowest metres a second in between; zero for a stop
 * @param wait seconds at the slowest
 */
export function delayCost(speed: number, slowest: number, wait: number, values: Values = usual): Delay {
  const least = Math.min(speed, Math.max(0, slowest));
  const change = speed - least;
  if (speed <= 0) return { seconds: 0, metres: 0 };
  // While the speed changes one drives at the mean of both; what is missing to the full speed is lost.
  const changing = (change / values.slowing + change / values.acceleration) * (change / (2 * speed));
  const seconds = changing + wait * (1 - least / speed);
  return { seconds, metres: speed * seconds };
}
