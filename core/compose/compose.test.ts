import { beforeAll, describe, expect, it } from '@jest/globals';
import { bestOfEveryLoop, countyTraffic, gridPosition, nineJunctions, often } from '../testing';
import { edgeOf, turnSeconds } from '../network';
import {
  courseOf,
  drawingOn,
  proposedFeatures,
  viaOfWay,
  wayThrough,
  type Drawing,
  type FeatureKindId,
} from '../route';
import { compose, randomLoops, type ComposeWish } from './compose';
import { kindIndex, kindTable } from './kinds';
import { createScorer } from './score';
import { skillWeights } from './wishes';

let drawing: Drawing;
const start = { lat: 52.1238, lon: -2.3165 };
const wish = (more: Partial<ComposeWish> = {}): ComposeWish => ({
  start,
  minutes: 30,
  wants: { 'mini-roundabout': 1, 'hill-start': 1 },
  skills: { roundabouts: 4 },
  lately: new Set(),
  seed: 7,
  proposals: 3,
  steps: 2_400,
  ...more,
});

beforeAll(async () => {
  const traffic = await countyTraffic();
  drawing = drawingOn(traffic);
});

/** The usual proposals are looked for once. */
let usual: ReturnType<typeof lookFor> | null = null;
const found = (more?: Partial<ComposeWish>) => (more ? lookFor(more) : (usual ??= lookFor({})));

async function lookFor(more: Partial<ComposeWish>) {
  const result = await compose(drawing, wish(more));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

const problemsOf = async (more: Partial<ComposeWish>): Promise<string> => {
  const result = await compose(drawing, wish(more));
  return result.ok ? '' : result.problems.map(({ message }) => message).join('; ');
};

describe('composing', () => {
  it('finds several different loops that take as long and have what is wanted', async () => {
    const proposals = await found();
    expect(proposals).toHaveLength(3);
    for (const { arcs, from, to, seconds } of proposals) {
      expect(seconds / 60).toBeGreaterThan(26);
      expect(seconds / 60).toBeLessThan(34);
      arcs
        .slice(1)
        .forEach((arc, n) => expect(turnSeconds(drawing.traffic, arcs[n] ?? 0, arc)).toBeLessThan(Infinity));
      expect(from).toEqual(to);
      const kinds = proposedFeatures(drawing.traffic, courseOf(drawing.traffic, arcs, from, to)).map(
        ({ kind }) => kind,
      );
      expect(kinds).toContain('mini-roundabout');
      expect(kinds).toContain('hill-start');
    }
    const [one, other] = proposals.map(({ arcs }) => new Set(arcs.map(edgeOf)));
    const shared = [...(one ?? [])].filter((edge) => other?.has(edge)).length;
    expect(shared / Math.min(one?.size ?? 1, other?.size ?? 1)).toBeLessThan(0.9);
  });

  it('gives the same for the same seed, and another for another', async () => {
    const arcs = async (seed: number) => (await found({ seed, steps: 600, proposals: 1 }))[0]?.arcs;
    const third = await arcs(3);
    expect(await arcs(3)).toEqual(third);
    expect(await arcs(4)).not.toEqual(third);
  });

  it('beats the best of five hundred random loops clearly', async () => {
    for (const seed of [1, 2].slice(0, often(1, 2))) {
      const [best] = await found({ seed });
      expect(best?.score.total ?? 0).toBeGreaterThan((await randomLoops(drawing, wish({ seed }), 500)) + 4);
    }
  });

  it('keeps away from what was driven lately', async () => {
    const [before] = await found();
    const lately = new Set(before?.arcs.map(edgeOf));
    const [other] = await found({ lately });
    const known = (other?.arcs ?? []).filter((arc) => lately.has(edgeOf(arc))).length;
    expect(known / (other?.arcs.length ?? 1)).toBeLessThan(0.6);
  });

  it('says why there is none: nothing of the kind, no road, too little time', async () => {
    expect(await problemsOf({ wants: { 'level-crossing': 1 } })).toMatch(
      /Level crossing: there is none within 15 minutes/,
    );
    expect(await problemsOf({ start: { lat: 10, lon: 10 } })).toMatch(/more than 120 m from any road/);
    expect(await problemsOf({ minutes: 5, wants: { 'dual-join': 1 } })).not.toBe('');
    expect(await problemsOf({ minutes: 12, wants: { 'traffic-lights': 60 } })).toMatch(
      /you asked for 60, and no loop/,
    );
  });

  it('is given up when it is cancelled', async () => {
    let asked = 0;
    const result = await compose(drawing, wish(), { cancelled: () => (asked += 1) > 2 });
    expect(result.ok ? '' : result.problems[0]?.code).toBe('cancelled');
  });

  it('is held by few points, through which the quickest way is the same loop', async () => {
    for (const { arcs, from, to } of await found()) {
      const way = wayThrough(drawing, viaOfWay(drawing, arcs, from, to));
      expect(way.ok && way.value.arcs).toEqual(arcs);
    }
  });
});

describe('on a network so small that all loops can be gone through', () => {
  it('comes within three in a hundred of the best there is', async () => {
    const traffic = await nineJunctions();
    const small: Drawing = drawingOn(traffic);
    for (const minutes of [2.5, 3.5]) {
      const asked = wish({
        start: gridPosition(0.5, 0),
        minutes,
        wants: {},
        skills: { roundabouts: 5 },
        steps: 8_000,
        proposals: 1,
      });
      const scorer = createScorer(traffic, kindTable(traffic), asked);
      const result = await compose(small, asked);
      if (!result.ok) throw new Error(JSON.stringify(result.problems));
      const [proposal] = result.value;
      const best = bestOfEveryLoop(
        traffic,
        proposal?.from.arc ?? 0,
        minutes * 60 + 150,
        (arcs) => scorer.score(arcs).total,
      );
      expect(proposal?.score.total ?? 0).toBeGreaterThanOrEqual(best - 0.03 * Math.abs(best));
      expect(proposal?.score.total ?? 0).toBeLessThanOrEqual(best + 1e-9);
    }
  });
});

describe('the kinds that the search counts', () => {
  it('are those of the sheet, save for what goes on over several roads', async () => {
    const [best] = await found();
    if (!best) throw new Error('none');
    const counts = createScorer(drawing.traffic, kindTable(drawing.traffic), wish()).counts(best.arcs);
    const features = proposedFeatures(
      drawing.traffic,
      courseOf(
        drawing.traffic,
        best.arcs,
        { arc: best.from.arc, along: 0 },
        { arc: best.to.arc, along: Infinity },
      ),
    );
    for (const kind of [
      'roundabout',
      'mini-roundabout',
      'traffic-lights',
      'give-way',
      'crossroads',
      'zebra-crossing',
      'dual-join',
      'turn-round',
    ] satisfies FeatureKindId[]) {
      const real = features.filter((one) => one.kind === kind).length;
      expect({ kind, times: counts[kindIndex[kind]] }).toEqual({ kind, times: real });
    }
  });
});

describe('what is wanted for a learner', () => {
  it('is most what their drives had wrong most often, leaning on the school', () => {
    const school = { drives: 50, marks: { gears: 25, clearance: 5 } };
    const weights = skillWeights({ drives: 4, marks: { clearance: 8 } }, school);
    expect(weights.clearance).toBeCloseTo(5, 6);
    expect(weights.gears).toBeGreaterThan(1);
    expect(weights.gears ?? 9).toBeLessThan(weights.clearance ?? 0);
    expect(skillWeights({ drives: 0, marks: {} }, { drives: 0, marks: {} })).toEqual({});
  });
});
