import { describe, expect, it } from '@jest/globals';
import { eventsOf, instant, standardWith } from '../testing';
import { driveOf } from './drive';
import { openRun, runsOf } from './run';

const step = (phase: 'start' | 'clock' | 'attempt' | 'movement' | 'shunt' | 'stop', run = 'a') =>
  ({ kind: 'manoeuvre', run, manoeuvre: 'garage', side: 'left', phase }) as const;
const drive = (bodies: Parameters<typeof eventsOf>[0]) => driveOf(standardWith(), eventsOf(bodies));

describe('a run', () => {
  it('counts its steps, and its seconds begin at its clock', () => {
    const [run] = runsOf(
      drive([
        step('start'),
        step('clock'),
        step('attempt'),
        step('movement'),
        step('movement'),
        step('shunt'),
      ]),
    );
    expect(run).toMatchObject({
      run: 'a',
      manoeuvre: 'garage',
      side: 'left',
      since: instant(20),
      attemptSince: instant(20),
      clocked: true,
      stoppedAt: null,
      counts: { attempt: 1, movement: 2, shunt: 1 },
    });
  });

  it('is open until it stops, and a retracted stop opens it again', () => {
    const steps = [step('start'), step('stop'), step('start', 'b')];
    expect(openRun(drive(steps))?.run).toBe('b');
    expect(openRun(drive([...steps, step('stop', 'b')]))).toBeNull();
    expect(openRun(drive([...steps, step('stop', 'b'), { kind: 'retract', of: 'e2' }]))?.run).toBe('a');
  });
});
