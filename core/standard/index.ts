export { allLimits, compileStandard, type PlacedItem } from './compile';
export { converterOf, stepsToCount } from './conversions';
export { changeSentences, diffStandards, standardParts, type Change, type StandardPart } from './diff';
export { runExamples, type ExampleResult } from './examples';
export {
  runPhases,
  type Happening,
  type Mark,
  type Reading,
  type RunPhase,
  type RunStep,
  type TestClock,
} from './happening';
export {
  workOutLimits,
  type Breach,
  type Headroom,
  type JudgedMark,
  type LimitsResult,
  type Scope,
} from './limits';
export {
  checkStandard,
  MAX_STANDARD_LENGTH,
  parseStandard,
  readStandard,
  type CheckedStandard,
} from './parse';
export { limitThatMatters, nearestFirst, nearness } from './nearest';
export {
  addsUpMarks,
  amountOfMark,
  countedSteps,
  isElapsed,
  isTimed,
  quantities,
  quantityIds,
  type CountedId,
  type CountedPhase,
} from './quantities';
export { differenceWords, problem as standardProblem } from './problems';
export { markProblems } from './references';
export { stepRun, unstartedRun, type RunState } from './run';
export {
  MOST,
  STANDARD_FORMAT,
  standardSchema,
  type Cap,
  type Conversion,
  type Example,
  type Gravity,
  type Item,
  type Limit,
  type Manoeuvre,
  type Section,
  type Severity,
  type Standard,
  type StandardRef,
  type Variant,
} from './schema';
export {
  areaOf,
  manoeuvreKinds,
  manoeuvreOfSkill,
  skillAreas,
  skillOf,
  type Skill,
  type SkillArea,
} from './skills';
export {
  capSentence,
  conversionSentence,
  driveSentences,
  limitSentence,
  manoeuvreSentences,
} from './sentences';
export { translate, type Carried, type Translation } from './translate';
export { countsOf, type Outcome, type PlanVerdict, type Verdict } from './verdict';
export { heldValue, otherValue, withVariant } from './variants';
export {
  limitOf,
  limitTitle,
  scopedTitle,
  severityCount,
  severityLabel,
  titleInRun,
  unitText,
} from './words';
export { usualItems } from './usual';
export { compareVersions, isSameVersion, newestVersions, nextVersion } from './version';
