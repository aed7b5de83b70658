/** What a mark on a skill usually means, what to do instead, and how it is practised. */
export interface Advice {
  readonly skill: string;
  readonly cause: string;
  readonly instead: string;
  readonly exercise: string;
}

export interface Belief {
  readonly id: string;
  readonly said: string;
  readonly answer: string;
}

/** What a mark usually means and how it is mended: common practice, in our own words. */
const advice = (skill: string, cause: string, instead: string, exercise: string): Advice => ({
  skill,
  cause,
  instead,
  exercise,
});

export const shippedAdvice: readonly Advice[] = [
  advice(
    'moving-off-check',
    'Mirrors only: the head does not turn, or something delayed the start after the look.',
    'Three mirrors, then chin to shoulder until the rear side window is seen. If anything delays you, do it all again.',
    'Ten moves off, two of them with a made-up delay; also right after each manoeuvre, where it is forgotten most.',
  ),
  advice(
    'blind-spot',
    'Trusts the mirrors, or a warning lamp.',
    'Look just before the change: at every change of lane, when pulling in, round an obstacle out and back.',
    'Changes of lane with a spoken “signal, mirror, shoulder, go”.',
  ),
  advice(
    'mirrors-routine',
    'Stares ahead.',
    'A glance every eight to ten seconds on a clear road: inside, then one door mirror. Looking ahead comes first.',
    'At random: “What is behind you now?”',
  ),
  advice(
    'mirrors-before-signal',
    'Acts first and looks after.',
    'Mirrors, signal, position, speed, look: always in that order.',
    'Spoken commentary at each junction.',
  ),
  advice(
    'mirrors-before-direction',
    'Acts first and looks after.',
    'Mirrors, signal, position, speed, look: always in that order.',
    'Spoken commentary past parked cars and at each turn.',
  ),
  advice(
    'mirrors-before-speed',
    'The foot is quicker than the eye.',
    'Inside mirror before the brake and before the accelerator, at every change of limit too.',
    'Slowing and picking up on call, each time telling what is behind.',
  ),
  advice(
    'junction-check',
    'Looks one way only, or begins to look at the line.',
    'Begin with the side that was given; look both ways also when turning left. Creep when you cannot see; a last look right as the front wheels cross.',
    'Blind T-junctions, and left turns.',
  ),
  advice(
    'reversing-check',
    'Stays in the mirrors too long.',
    'Look behind most of the time; all round at each start and when the nose swings. Stop for anybody near.',
    'Corner or bay, with a walker placed by the instructor.',
  ),
  advice(
    'passing-vehicles-while-reversing',
    'Goes on reversing.',
    'Think of a circle round the car: anyone inside it, stop. On narrow roads it is bigger.',
    'Reversing along the kerb on a busier road.',
  ),
  advice(
    'turn-position',
    'Ends in the middle of the road, or wide because of parked cars.',
    'As the car straightens, a glance in the kerb-side mirror: a gap of about a door handle.',
    'A row of right turns into narrow roads.',
  ),
  advice(
    'lane-discipline',
    'Chooses the lane late, or drifts on roundabouts.',
    'Where there are two lanes, the left one unless told otherwise. Too late: go where the lane goes.',
    'Directions in pairs, given early.',
  ),
  advice(
    'corner-cutting',
    'Turns early and too fast.',
    'Slow more; turn when the front is level with the middle of the new road.',
    'Tight right and left turns.',
  ),
  advice(
    'stop-line',
    'Rolls over the line, or stops past it.',
    'Feel the car stop. The line under the door mirror is the mark; then creep for the view.',
    'Stop junctions, and give-ways with fast traffic.',
  ),
  advice(
    'approach-speed',
    'One speed for every junction.',
    'The less you see, the less speed: be able to stop in what you see.',
    'Blind bends and staggered crossroads.',
  ),
  advice(
    'roundabouts',
    'Signals right and then left, or too early.',
    'Straight on: no signal in, left as the exit before is passed. Keep it until well out.',
    'A mini and a large one, second and third exits.',
  ),
  advice(
    'gears',
    'Whole turn in first, or one gear after another.',
    'Second on the straight part after moving away, before the wheel turns. Missing gears out is fine both ways.',
    'Long right turns at lights.',
  ),
  advice(
    'stalling',
    'Panic.',
    'Clutch down, restart, looks, go. Gear right; handbrake on a slope only.',
    'Stalls on purpose on a quiet street.',
  ),
  advice(
    'speed-limit',
    'A sign is missed after a turn.',
    'A turn often changes the limit: look for the sign and at the traffic while turning.',
    'Routes with many changes.',
  ),
  advice(
    'hesitation',
    'Waits for the perfect gap; gas is not set.',
    'Get ready while waiting: gear and bite. Go in a gap in which you would walk.',
    'Busy give-ways.',
  ),
  advice(
    'clearance',
    'Looks at the parked car.',
    'A door’s width, one metre. No room: less speed; still less room: still less.',
    'Parked rows with traffic coming.',
  ),
  advice(
    'meeting-traffic',
    'Arrives too fast at the gap.',
    'Hold back early where there is width; slow as the gap narrows.',
    'Narrow estates.',
  ),
  advice(
    'traffic-lights',
    'Decides at the change.',
    'Decide before: where is the point of no return at this speed? Mirror before the brake; a long green is an old green.',
    'Runs of lights, and the amber figure.',
  ),
  advice(
    'pedestrians-at-junctions',
    'Looks at cars only.',
    'Somebody waiting at the mouth of the road that you turn into goes first, when you can stop safely; not off a fast road.',
    'The town centre.',
  ),
  advice(
    'crossings',
    'Arrives looking straight on.',
    'Both sides early, the brake foot ready.',
    'The high street.',
  ),
  advice(
    'emergency-vehicles',
    'Stops dead, or flees.',
    'Carry on calmly until it catches up, then let it past where there is room. No hazard lamps.',
    'Talk it through.',
  ),
  advice(
    'following-distance',
    'Creeps up in queues.',
    'Standing: tyres and a strip of road in view. Moving: two seconds.',
    'Queues, and the dual carriageway.',
  ),
  advice(
    'emergency-stop',
    'Clutch first.',
    'Brake hard at once; clutch late or together. Secure the car, look all round, then go.',
    'From 20, then from 30 mph.',
  ),
  advice(
    'signal-timing',
    'Habit: late, or misleading.',
    'Once past the road before. Signals that help somebody. Cancel them.',
    'Close side roads, and pulling up after a junction.',
  ),
  advice(
    'signal-cancel',
    'The wheel did not turn far enough to cancel it.',
    'A glance at the tell-tale as the car straightens.',
    'Shallow turns and roundabout exits.',
  ),
  advice(
    'stopping-place',
    'Stops at the first kerb.',
    'Mirror, look for a legal place: no drive, no junction. Signal if somebody gains by it.',
    '“Pull up where it suits” several times.',
  ),
  advice(
    'bay-park',
    'No plan; steers while standing; stares at one mirror.',
    'Slow, look, steer while moving, correct early: a correction with looks costs little.',
    'The yard: shown, then driven.',
  ),
  advice(
    'parallel-park',
    'No plan; steers while standing; stares at one mirror.',
    'Slow, look, steer while moving, correct early: a correction with looks costs little.',
    'The yard: shown, then driven.',
  ),
  advice('hill-start', 'Rolls back.', 'Bite or brake held, handbrake ready.', 'Places for hill starts.'),
  advice(
    'hand-signals',
    'The arm is not far out.',
    'Mirror, window, a clear signal.',
    'The six signals, one after another.',
  ),
  advice(
    'follow-directions',
    'Blind faith in the device.',
    'An early cue is a plan. Signs rule. The wrong way driven safely is nothing. Ask.',
    'Rehearse with traps.',
  ),
];

const belief = (id: string, said: string, answer: string): Belief => ({ id, said, answer });

/** What learners believe, and what there is to say to it: common practice; the local code decides. */
export const beliefs: readonly Belief[] = [
  belief('stall', 'A stall always fails', 'No. What counts is what follows: clutch, restart, looks, go.'),
  belief('correction', 'Correcting a parking fails', 'No. Rushing it without looking does.'),
  belief('tilt', 'Mirrors may not be tilted', 'They may. Look round all the same.'),
  belief('gears', 'Gears have to be taken one by one', 'No. Miss some out where it suits.'),
  belief('button', 'The handbrake’s button must be pressed', 'No. What is asked for is a car that stands.'),
  belief('handbrake', 'Handbrake at every stop sign', 'No. A full stop is what counts.'),
  belief('nod', 'One has to nod at mirrors', 'The look has to be real, not acted.'),
  belief('sunglasses', 'No sunglasses in a test', 'They are allowed.'),
  belief('thanks', 'Thanking by hand is a fault', 'Thanking is fine. Waving others on is not.'),
  belief('potholes', 'Slowing for potholes is hesitation', 'It is right, with a mirror.'),
  belief('limit', 'The limit has to be reached', 'It is a limit, not a target.'),
  belief('wrong-way', 'Going the wrong way fails', 'No, when it is driven safely.'),
  belief('test-routes', 'Learn the test routes', 'Learn to drive any.'),
];
