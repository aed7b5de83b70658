import type { Grade } from './kappa';

/** One described moment of a drive, with what the guide makes of it. */
export interface WrittenCase {
  readonly id: string;
  /** Area of skills. */
  readonly area: string;
  /** What happened, with its circumstances. */
  readonly text: string;
  readonly grade: Grade;
  /** The guide's reasoning. */
  readonly why: string;
}

const written = (area: string, id: string, text: string, grade: Grade, why: string): WrittenCase => ({
  id,
  area,
  text,
  grade,
  why,
});

const [NOTHING, MINOR, SERIOUS, DANGEROUS] = [0, 1, 2, 3] as const;

/**
 * Cases that people who mark grade for themselves, in our own words; the grades are common practice, as the severity guide
 * proposes them, for a standard in which small faults add up and one serious fault fails.
 */
export const writtenCases: readonly WrittenCase[] = [
  written(
    'control',
    'stall-quiet',
    'The car stalls at the kerb of an empty street. It is made safe and started again calmly within half a minute.',
    MINOR,
    'Nobody was affected, and it was corrected at once.',
  ),
  written(
    'control',
    'stall-green',
    'At a green light the car stalls twice. Four cars wait behind; the light is red again before it moves.',
    SERIOUS,
    'Others had to wait a whole turn of the lights because of it.',
  ),
  written(
    'control',
    'handbrake-button',
    'At a stop the handbrake is pulled on without pressing its button. It clicks, and it holds.',
    NOTHING,
    'The car is held. How the lever sounds is no departure from good driving.',
  ),
  written(
    'control',
    'fifth-to-second',
    'Slowing for a roundabout, the gear goes straight from fifth to second, at a speed that suits second.',
    NOTHING,
    'Gears may be left out; the speed suited the gear.',
  ),
  written(
    'control',
    'first-gear-turn',
    'A whole right turn at a junction is driven in first gear, with the engine loud. Nobody is near.',
    MINOR,
    'Not good control, nobody affected; it adds up.',
  ),
  written(
    'control',
    'roll-back-hand',
    'Moving off uphill, the car rolls back about a hand’s breadth before it moves. The car behind is well back.',
    MINOR,
    'Control was lost for a moment, and nobody was near.',
  ),
  written(
    'control',
    'roll-back-near',
    'Moving off uphill, the car rolls back most of a metre. The driver behind sounds the horn and rolls back too.',
    SERIOUS,
    'Somebody had to act because of it.',
  ),
  written(
    'control',
    'pedals-mixed',
    'Coming up to a crossing with people on it, the wrong pedal is pressed. The instructor brakes.',
    DANGEROUS,
    'The instructor had to act, with people ahead.',
  ),
  written(
    'control',
    'dry-steering',
    'While parked the wheel is turned a full turn before the car moves.',
    MINOR,
    'Hard on the car and a sign of haste, with nobody affected. Some standards count nothing.',
  ),
  written(
    'observation',
    'mirrors-only-once',
    'Moving off from the kerb on a quiet road, both mirrors are looked into; no look over the shoulder. Nothing comes.',
    MINOR,
    'The blind spot was not seen to; nobody was there.',
  ),
  written(
    'observation',
    'mirrors-only-third',
    'For the third time today the car moves off with no look over the shoulder. Nothing comes this time either.',
    SERIOUS,
    'Three times on one skill is a habit: the guide proposes serious, and minor stays possible.',
  ),
  written(
    'observation',
    'cyclist-moving-off',
    'Moving off with no look over the shoulder, a cyclist who is level with the rear wheel has to stop.',
    SERIOUS,
    'Somebody had to stop because of it.',
  ),
  written(
    'observation',
    'mirrors-down',
    'For a reverse park the door mirrors are tilted down; the driver looks all round throughout.',
    NOTHING,
    'Mirrors may be set for what is done, when the looking is complete.',
  ),
  written(
    'observation',
    'one-mirror',
    'A whole reverse park is driven with the eyes on one mirror. Nobody passes.',
    SERIOUS,
    'It could have turned dangerous had anybody been there: nobody was looking.',
  ),
  written(
    'observation',
    'mirrors-left-down',
    'Minutes after a reverse park the mirrors are still tilted, and one is needed for a change of lane.',
    SERIOUS,
    'The lane was changed without seeing what was beside the car.',
  ),
  written(
    'observation',
    'mirrors-back-soon',
    'After a reverse park the mirrors are set back at the next stop, before they are needed.',
    NOTHING,
    'Nothing was done without them.',
  ),
  written(
    'observation',
    'late-mirror-brake',
    'Before slowing for a bend the inner mirror is looked into only after the brake was touched. The road behind is empty.',
    MINOR,
    'In the wrong order, with nobody behind.',
  ),
  written(
    'signals',
    'early-indicator',
    'The indicator goes on for a right turn before a side road on the right that is passed. Nobody waits there.',
    MINOR,
    'Misleading, and nobody was misled.',
  ),
  written(
    'signals',
    'early-indicator-misled',
    'The indicator goes on before the wrong side road. A driver waiting there pulls out and has to stop short.',
    SERIOUS,
    'Somebody was misled and had to act.',
  ),
  written(
    'signals',
    'roundabout-none',
    'No signal is given on leaving a small roundabout. A driver at the next arm hesitates, then goes.',
    MINOR,
    'Little more than a moment of doubt; nobody braked or swerved.',
  ),
  written(
    'signals',
    'not-cancelled',
    'After a lane change the indicator stays on for some seconds. Nobody is near.',
    MINOR,
    'A departure, nobody affected.',
  ),
  written(
    'junctions',
    'cut-corner-blind',
    'A tight left turn is cut across the wrong half of the side road, which can’t be seen into.',
    SERIOUS,
    'On the wrong side where nobody could be seen: it could have turned dangerous.',
  ),
  written(
    'junctions',
    'over-line-crossing',
    'The car stops a length beyond the give-way line; a car on the main road swerves round its front.',
    SERIOUS,
    'Somebody had to swerve.',
  ),
  written(
    'junctions',
    'over-line-empty',
    'The front wheels stop just over a give-way line that is badly worn. Nobody is near.',
    MINOR,
    'A little too far, nobody affected.',
  ),
  written(
    'junctions',
    'stop-slow',
    'At a stop sign with a clear view the car slows to a crawl and goes on without standing still. Nobody comes.',
    SERIOUS,
    'A rule broken outright: the wheels must stand. Some standards have a middle grade for it.',
  ),
  written(
    'junctions',
    'stop-through',
    'A stop sign is driven through at thirty. A car on the main road brakes hard.',
    DANGEROUS,
    'A rule broken outright, and actual danger.',
  ),
  written(
    'junctions',
    'waits-long',
    'At a roundabout three good gaps are let go. Two cars wait behind.',
    MINOR,
    'Undue waiting; the queue was short. A long one makes it serious.',
  ),
  written(
    'junctions',
    'box-junction',
    'The exit is full, and the car stops across a marked box for half a minute. Cross traffic is held.',
    SERIOUS,
    'A rule broken outright, and others waited.',
  ),
  written(
    'position',
    'parked-row-slow',
    'Past a row of parked cars the gap is half a metre, at fifteen miles an hour, with nobody near.',
    MINOR,
    'Closer than a door, at a speed at which it could be corrected.',
  ),
  written(
    'position',
    'parked-row-fast',
    'Past a row of parked cars the gap is half a metre, at thirty. Somebody sits in one of them.',
    SERIOUS,
    'Closer than a door’s width at speed, with a door that might open.',
  ),
  written(
    'position',
    'following-close',
    'At thirty, the gap to the car ahead is under a second for the length of a street. Nothing happens.',
    SERIOUS,
    'Had the car ahead braked, there was no way to stop.',
  ),
  written(
    'position',
    'wide-left',
    'Before a left turn into a wide road the car swings out a little to the right. Nobody is beside it.',
    MINOR,
    'Position, nobody affected.',
  ),
  written(
    'progress',
    'limit-over',
    'Leaving a village, forty is driven in a limit of thirty for some hundred metres.',
    SERIOUS,
    'A rule broken outright, and well over.',
  ),
  written(
    'progress',
    'limit-creep',
    'Once, downhill, the needle stands at thirty-two in a limit of thirty, and the car is slowed at once.',
    MINOR,
    'Little, short, and corrected without being told. Many would say nothing.',
  ),
  written(
    'progress',
    'twenty-in-forty',
    'On a clear road with a limit of forty, twenty is driven for a mile. A queue forms.',
    SERIOUS,
    'Others were held up for long.',
  ),
  written(
    'response',
    'amber-late',
    'The light turns amber when the car could still stop with ease; it goes on and is in the junction at red.',
    SERIOUS,
    'It could have stopped, and the rule was broken outright.',
  ),
  written(
    'response',
    'amber-near',
    'The light turns amber two lengths before the line at thirty; the car goes on.',
    NOTHING,
    'To stop there would have been worse: it had passed the point from which it could.',
  ),
  written(
    'response',
    'crossing-waits',
    'Somebody stands at a zebra crossing and looks. The car drives on; they stay where they are.',
    SERIOUS,
    'They had to wait because of it, at a place that is theirs.',
  ),
  written(
    'response',
    'meets-van',
    'Parked cars are on the learner’s side. The car goes on and an oncoming van has to stop.',
    SERIOUS,
    'The van had the road, and had to stop.',
  ),
  written(
    'response',
    'ball',
    'A ball rolls into the road. The foot leaves the gas late; the instructor says “brake”, and it is braked.',
    DANGEROUS,
    'The instructor had to act: a child could follow the ball.',
  ),
  written(
    'manoeuvres',
    'bay-corrected',
    'In a bay park the car is pulled forward once to straighten, with all looks round made again.',
    MINOR,
    'Minor at most: it was corrected with the checks. Some standards count nothing.',
  ),
  written(
    'manoeuvres',
    'bay-hurried',
    'Pulling forward out of a bay to correct, in a hurry, a car that was not seen has to stop.',
    SERIOUS,
    'Somebody had to stop.',
  ),
  written(
    'manoeuvres',
    'reverse-passing',
    'While the car reverses, another passes close by. The car goes on reversing.',
    SERIOUS,
    'It should have stood still until the other was past.',
  ),
  written(
    'manoeuvres',
    'clutch-first',
    'In the emergency stop the clutch goes down well before the brake. The road is dry and empty.',
    SERIOUS,
    'The car ran on free when it had to stop: the one thing that is tested.',
  ),
  written(
    'manoeuvres',
    'kerb-touch',
    'In a parallel park the rear tyre touches the kerb lightly and is eased off.',
    MINOR,
    'A light touch, corrected.',
  ),
  written(
    'independent',
    'wrong-turn-safe',
    'In the independent drive the wrong exit is taken, with all looks and signals in order.',
    NOTHING,
    'A wrong turn safely made is no fault.',
  ),
  written(
    'independent',
    'wrong-turn-late',
    'In the independent drive the lane is changed across a solid line at the last moment to follow a sign.',
    SERIOUS,
    'A rule broken outright for the sake of the way.',
  ),
  written(
    'independent',
    'asks-way',
    'In the independent drive the learner asks which way it was. You say it again.',
    NOTHING,
    'Asking is no fault.',
  ),
  written(
    'ready',
    'question-wrong',
    'The question how to check the brake fluid is answered wrong; the second one is right.',
    MINOR,
    'Minor, once at most for both questions.',
  ),
];
