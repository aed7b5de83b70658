import { expose } from 'comlink';
import {
  answerPlan,
  type Course,
  type PlanAnswer,
  type PlanLimits,
  type Settings,
  type YardVehicle,
} from '../../../core/yard';

const worker = {
  /** @param searched poses and ways that were tried so far; called now and then */
  plan: (
    course: Course,
    vehicle: YardVehicle,
    settings: Settings,
    limits: PlanLimits,
    searched: (poses: number, ways: number) => void,
  ): PlanAnswer => {
    const answer = answerPlan(course, vehicle, settings, limits, { searched, cancelled: () => false });
    // Settings are checked before anything is planned.
    if (!answer.ok) throw new Error(answer.problems.map(({ message }) => message).join('; '));
    return answer.value;
  },
};

export type PlanWorker = typeof worker;

expose(worker);
