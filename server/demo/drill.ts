import type { DrillEvent, Grade } from '../../core/questions';
import { pick, uuidFrom } from './random';
import type { Random } from '../../core/random';
import { DEMONSTRATE, EXPLAIN } from './drive';

const DAY = 86_400_000;

/**
 * The drill of a learner over the weeks: each question at growing distances, right more and more often
 * (invented, for the demo only).
 *
 * @param keen from 0, hardly ever, to 1, every few days
 */
export function demoDrill(random: Random, today: Date, keen: number): DrillEvent[] {
  const ids = [
    ...EXPLAIN,
    ...DEMONSTRATE,
    'anti-lock',
    'brake-lamps',
    'indicators',
    'brake-fluid',
    'side-window',
    'head-restraint',
    'power-steering',
    'wash-wipe-rear',
  ];
  const events: Omit<Extract<DrillEvent, { kind: 'answer' }>, 'seq'>[] = [];
  for (const question of ids) {
    if (random() > keen) continue;
    let ago = 40 + 30 * random();
    let known = 0.35 + 0.3 * keen;
    for (let gap = 1.5; ago > 0.5; gap *= 1.7) {
      const right = random() < known;
      const grade: Grade = right ? pick(random, ['good', 'good', 'good', 'easy', 'hard']) : 'again';
      events.push({
        kind: 'answer',
        id: uuidFrom(random),
        device: 'demo-phone',
        at: new Date(today.getTime() - ago * DAY).toISOString(),
        question,
        grade,
        by: random() < 0.7 ? 'learner' : 'instructor',
      });
      known = Math.min(0.97, known + 0.17);
      ago -= (right ? gap : 1) * (1.6 - keen) * (0.8 + 0.6 * random());
      if (!right) gap = 1.5;
    }
  }
  return events.sort((a, b) => a.at.localeCompare(b.at)).map((event, n) => ({ ...event, seq: n + 1 }));
}
