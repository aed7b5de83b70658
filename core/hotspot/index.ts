export { placedDrive, type PlacedDrive, type PlacedMark } from './placed';
export { HOT_PROBABILITY, HOT_TIMES, ratesOf, type Rates, type SiteCount, type SiteRate } from './rates';
export { positionsOf, type MarkedAt } from './position';
export { addSite, saysMore, sitesOf, type Site, type SiteOnRoute } from './sites';
export { isAsked, tallyOf, type MarksAsked, type Tallied, type TalliedSite } from './tally';
