import type { Delays } from '../../../core/network';

/** What costs time on a route, beside the driving. */
export const delayWords: Readonly<Record<keyof Delays, string>> = {
  giveWay: 'Giving way',
  stop: 'Stop junction',
  crossroads: 'Crossroads',
  signals: 'Traffic lights',
  roundabout: 'Roundabout',
  miniRoundabout: 'Mini-roundabout',
  nearTurn: 'Turn on the near side',
  farTurn: 'Turn across the traffic',
  turnRound: 'Turning round',
  crossing: 'Crossing',
  pace: 'Share of the limit driven, %',
};
