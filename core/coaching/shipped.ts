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
  // From here on from memory: what instructors commonly say, for every skill that a shipped standard marks.
  advice(
    'give-way',
    'Judges the gap by hope, or by distance alone.',
    'Read the speed as well as the distance. If the other driver would have to brake or steer, wait.',
    'Sit at a busy give-way and say “go” or “wait” for each gap before driving any.',
  ),
  advice(
    'moving-off',
    'Hurries: the checks, the gear or the handbrake is left half done.',
    'The same order each time: ready, look all round, signal if it helps somebody, go.',
    'Ten moves off, some downhill and from behind a parked car.',
  ),
  advice(
    'signal-given',
    'The hand is busy with the wheel, or nobody seems to be there.',
    'Ask at every change of direction: who gains from a signal? Give it before slowing or turning the wheel.',
    'Spoken “mirror, signal” at each turn and each pull-up.',
  ),
  advice(
    'signal-correct',
    'Signals by habit, or the wrong way round under pressure.',
    'Say the side before the hand moves; check the tell-tale.',
    'Compound directions, and roundabouts with different exits.',
  ),
  advice(
    'parking-brake',
    'Forgets it after a stop, or drives off with it on.',
    'Stopped for longer than a breath: brake on. Before moving: brake off, lamp out.',
    'Stops and starts on slopes, telling each time where the brake is.',
  ),
  advice(
    'clutch',
    'Lets it up by time, not by feel, or rests the foot on it.',
    'Find the bite, wait until the car has taken the weight, then the rest slowly. Foot away from the pedal between changes.',
    'Creeping at walking speed without the accelerator.',
  ),
  advice(
    'steering',
    'Both hands stop at the top, or the wheel is let go.',
    'Pull and push, hands at the sides, look where the car should go.',
    'Figure of eight at walking speed, then a winding lane.',
  ),
  advice(
    'dry-steering',
    'Turns the wheel before the car moves.',
    'Let the car move first, even a hand’s width, then steer.',
    'Slow manoeuvres with “roll, then turn” spoken.',
  ),
  advice(
    'secondary-controls',
    'Eyes go down to look for the switch.',
    'Know each control by hand before driving; use it on a straight, quiet stretch.',
    'Name and reach each control at rest with the eyes ahead.',
  ),
  advice(
    'vehicle-safety',
    'Has read about it and never touched it.',
    'Open the bonnet and the boot, find each part of the very car, say it in your own words.',
    'Five questions at the car before every lesson.',
  ),
  advice(
    'cockpit-drill',
    'Done from memory, in no order.',
    'Doors, seat, steering, belt, mirrors: top to bottom the same way each time.',
    'Get in and set up the car after somebody else has driven it.',
  ),
  advice(
    'papers',
    'Left at home or run out.',
    'Keep them in one place and look at the dates a week before.',
    'Show them at each lesson of the last month.',
  ),
  advice(
    'eyesight',
    'Glasses forgotten, or never tried at the distance.',
    'Read a plate at the distance before each lesson, with the glasses that are worn in the test.',
    'A new plate each time, at the far end of the car park.',
  ),
  advice(
    'road-position',
    'Looks at what should be missed, or at the kerb.',
    'Look far ahead to the middle of your own lane; the hands follow the eyes.',
    'Quiet roads with bends, telling the distance to both sides.',
  ),
  advice(
    'anticipation',
    'Sees what happens and not what may.',
    'Ask “what could come out of there?” Ease off before it does.',
    'Spoken commentary: each hazard, and what it may do.',
  ),
  advice(
    'hill-park',
    'Wheels left straight, or the gear not in.',
    'Turn the wheels so that the kerb holds the car, brake on, gear in.',
    'Park uphill and downhill, with and without a kerb.',
  ),
  advice(
    'hill-control',
    'Brakes only, or coasts.',
    'Choose the gear before the hill; let the engine hold the speed.',
    'A steep lane down and up, gears chosen at the top and the foot.',
  ),
  advice(
    'accelerator',
    'All or nothing.',
    'Press and ease off as if an egg lay under the foot; look farther ahead.',
    'Hold a steady 20, 30 and 40, on flat road and on slopes.',
  ),
  advice(
    'footbrake',
    'Late and hard.',
    'Begin earlier and lighter; ease off as the car comes to rest.',
    'Stops at a chosen line without the nose dipping.',
  ),
  advice(
    'box-and-keep-clear',
    'Follows the car in front.',
    'Enter only when your way out is free, except when only oncoming traffic keeps you from turning.',
    'Town centre at a busy hour, saying “out is free” before each box.',
  ),
  advice(
    'speed-for-conditions',
    'Drives by the limit, whatever the road.',
    'Be able to stop in what you see. Wet, dark, narrow or busy: slower.',
    'The same road in rain and in the dry, or at dusk.',
  ),
  advice(
    'signs',
    'Eyes on the car ahead.',
    'Look for signs where they stand: at each junction, bend and change of road.',
    'Tell each sign as it is passed, then what the last one was.',
  ),
  advice(
    'road-signs',
    'Eyes on the car ahead.',
    'Look for signs where they stand: at each junction, bend and change of road.',
    'Tell each sign as it is passed, then what the last one was.',
  ),
  advice(
    'road-markings',
    'Looks too near to see where the lanes go.',
    'Read the arrows and lines two cars earlier than now.',
    'Large roundabouts and lights with several lanes.',
  ),
  advice(
    'road-rules',
    'Knows the rule, but not that it holds here.',
    'Name the rule for this place before reaching it.',
    'Ten junctions: who goes first, and why?',
  ),
  advice(
    'turn-in-road',
    'Hurries, and looks at one side only.',
    'Walking speed, brisk wheel, all round at every change of direction.',
    'Quiet roads of different widths.',
  ),
  advice(
    'yard-reverse',
    'Steers late and then too much.',
    'Slow enough to think. Small turns early; look behind, check both sides.',
    'Between cones, first along one line, then through the whole course.',
  ),
  advice(
    'kerb-reverse-right',
    'Stares at the kerb.',
    'Look behind and round most of the time; glance at the kerb to keep the gap.',
    'Two car lengths on quiet roads, stopping for anybody near.',
  ),
  advice(
    'corner-reverse',
    'Turns too early, or forgets the front.',
    'Turn when the corner is in the rear side window; look round before the nose swings.',
    'Wide corners first, then sharp ones.',
  ),
  advice(
    'straight-reverse',
    'Too much wheel.',
    'Look out of the rear window, a finger’s turn at a time, and straighten at once.',
    'Ten car lengths along a line.',
  ),
  advice(
    'angle-park',
    'Begins too close to the row.',
    'Leave room for the nose to swing; correct early, with a look round each time.',
    'Empty rows first, then between two cars.',
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
