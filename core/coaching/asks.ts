/** A question to the learner, and what each answer tells of the cause. */
export interface Ask {
  readonly ask: string;
  /** What it points to when the answer is no, or does not come. */
  readonly tells: string;
}

const ask = (question: string, tells: string): Ask => ({ ask: question, tells });

/**
 * A sheet of marks says what went wrong, not why. For each skill, what to ask the learner so that the cause shows:
 * common practice, in our own words, from memory. An aspect of a manoeuvre has those of the manoeuvre.
 */
export const asks: Readonly<Record<string, readonly Ask[]>> = {
  'moving-off-check': [
    ask(
      'Show me where you look before we go. When was the last look?',
      'Mirrors only, or the look comes too early.',
    ),
    ask(
      'What would you do if I spoke to you between the look and moving?',
      'The look is not done again after a delay.',
    ),
  ],
  'blind-spot': [
    ask(
      'Which part of the road can you not see in any mirror now?',
      'Does not know what the mirrors leave out.',
    ),
    ask(
      'At which moments on this road do you turn your head?',
      'Looks when pulling out, and not when going back in.',
    ),
  ],
  'mirrors-routine': [
    ask('What is behind us now? And a minute ago?', 'Looks ahead only, or looks without taking it in.'),
    ask('What makes you look in a mirror when nothing happens?', 'Has no rhythm for a clear road.'),
  ],
  'mirrors-before-signal': [
    ask('Tell me the order before a turn, as you do it.', 'The order is not known.'),
    ask('Did you see who was behind before the signal went on?', 'The hand is quicker than the eye.'),
  ],
  'mirrors-before-direction': [
    ask(
      'Which mirror, before moving out past a parked car? And going back in?',
      'The wrong mirror, or only for turns.',
    ),
    ask(
      'How early did you know that you would have to move?',
      'Plans late, so there is no time for a mirror.',
    ),
  ],
  'mirrors-before-speed': [
    ask('Who was behind when you braked there?', 'Brakes first, looks after.'),
    ask('And when you sped up at the new limit?', 'Thinks of mirrors for braking only.'),
  ],
  'junction-check': [
    ask('Where were you when you first looked into that road?', 'Begins to look at the line.'),
    ask('Turning left, which sides do you look to, and why?', 'Looks to one side only.'),
  ],
  'reversing-check': [
    ask('Where do your eyes go while the car moves back?', 'Stays in one mirror.'),
    ask('What moves out when the back goes in?', 'Forgets the nose.'),
  ],
  'passing-vehicles-while-reversing': [
    ask('When somebody comes, what do you want them to do?', 'Expects others to wait.'),
    ask('How near may they be before you stop?', 'Has no distance in mind.'),
  ],
  'turn-position': [
    ask('Where do you look while you turn?', 'Looks at the bonnet or the kerb, not into the new road.'),
    ask('Where should the car be five metres after the turn?', 'Has no picture of where to end up.'),
  ],
  'lane-discipline': [
    ask('When did you know which lane you needed?', 'Reads arrows and signs too late.'),
    ask('What do you do when you are in the wrong lane?', 'Thinks that the route comes before the lane.'),
  ],
  'corner-cutting': [
    ask('Point to where you begin to turn the wheel.', 'Turns by time, not by place.'),
    ask('At what speed were you when you began?', 'Too fast to wait for the point.'),
  ],
  'stop-line': [
    ask('How do you know that the car has stopped?', 'Does not feel the stop, or counts on a slow roll.'),
    ask('Where is the line when the front is at it?', 'Has no mark for the line.'),
  ],
  'approach-speed': [
    ask('What could you see of that road as you came up to it?', 'Does not fit the speed to the view.'),
    ask('At what point do you decide the speed?', 'Decides at the line.'),
  ],
  roundabouts: [
    ask('Draw me the way: where in, where out, when do you signal?', 'The plan is missing.'),
    ask('What are you looking at as you come up to the line?', 'Looks at the car in front, not at the gaps.'),
  ],
  gears: [
    ask('Which gear for this corner, and when does it go in?', 'Changes in the turn.'),
    ask('What tells you that it is time to change?', 'Waits for the engine to complain.'),
  ],
  stalling: [
    ask('What did your feet do just then?', 'Lifts the clutch by time, or hurries.'),
    ask('What is the first thing after a stall?', 'Has no order for starting again.'),
  ],
  'speed-limit': [
    ask(
      'What is the limit here, and how do you know?',
      'Misses signs, or does not know the limit without a sign.',
    ),
    ask('Where does it change next?', 'Looks at the dial and not ahead.'),
  ],
  hesitation: [
    ask('Was the car ready to go when the gap came?', 'Gas and bite are not set.'),
    ask('Which gap would you have taken on foot?', 'Judges gaps too carefully, or fears the horn.'),
  ],
  clearance: [
    ask('How wide is the gap between us and those cars?', 'Cannot judge the width.'),
    ask('What if a door opens?', 'Does not think of what may come out.'),
  ],
  'meeting-traffic': [
    ask('Who goes first here, and where would you wait?', 'Decides at the gap, not before it.'),
    ask('When did you see the other car?', 'Looks too near.'),
  ],
  'traffic-lights': [
    ask('When would you stop if it changed now?', 'Has made no decision before the change.'),
    ask('How long has it been green?', 'Looks at the light only when near.'),
  ],
  'pedestrians-at-junctions': [
    ask('Who was at the corner as you turned in?', 'Looks at cars only.'),
    ask('Who goes first there?', 'Does not know the rule.'),
  ],
  crossings: [
    ask('Who was near the crossing on each side?', 'Looks straight on.'),
    ask('Where was your foot as you came up to it?', 'Is not ready to stop.'),
  ],
  'emergency-vehicles': [
    ask('Where did it come from, and when did you know?', 'Heard or saw it late: no mirrors.'),
    ask('Where could it pass you safely?', 'Stops at once, anywhere.'),
  ],
  'following-distance': [
    ask('How many seconds to the car in front?', 'Does not measure.'),
    ask('What if it stops now?', 'Looks at its lights only.'),
  ],
  'emergency-stop': [
    ask('Which foot first?', 'Clutch before the brake.'),
    ask('And when the car stands?', 'Moves off without looking round.'),
  ],
  'signal-timing': [
    ask('What did the driver behind think you would do?', 'Signals by habit, not for somebody.'),
    ask('Which roads are before ours?', 'Signals before the road in between.'),
  ],
  'signal-cancel': [
    ask('Is it off? How do you know?', 'Trusts the wheel to cancel it.'),
    ask('When do you check it?', 'Has no moment for it.'),
  ],
  'stopping-place': [
    ask('What is wrong, or right, with stopping here?', 'Does not know where one may stop.'),
    ask('How soon did you begin to look for a place?', 'Takes the first kerb.'),
  ],
  'bay-park': [
    ask('Tell me the plan: where do we begin, when do we turn, where do we look?', 'No plan.'),
    ask('How do you notice that it goes wrong?', 'Looks at one side only, so sees it late.'),
  ],
  'parallel-park': [
    ask('Tell me the plan: where do we begin, when do we turn, where do we look?', 'No plan.'),
    ask('Which corner is nearest to something now?', 'Forgets the front corner.'),
  ],
  'hill-start': [
    ask(
      'How do you know that the car is held before the brake comes off?',
      'Goes by time, and not by the bite.',
    ),
    ask('What do you do when it rolls back?', 'Has no plan: clutch and brake at once.'),
  ],
  'hand-signals': [
    ask('Show me the signals with your arm.', 'Does not know them.'),
    ask('How far out is your arm?', 'Too short to be seen.'),
  ],
  'follow-directions': [
    ask('What did the device say, and what did the sign say?', 'Trusts the device more than the signs.'),
    ask('What may you do when you did not hear it?', 'Is afraid to ask.'),
  ],
  'give-way': [
    ask('How fast was that car coming?', 'Judges by distance alone.'),
    ask('Would it have had to brake?', 'Does not think of what the other must do.'),
  ],
  'moving-off': [
    ask('What is the order, from standing to moving?', 'No fixed order.'),
    ask('What were you waiting for?', 'Hurries because somebody is behind.'),
  ],
  'signal-given': [
    ask('Who could have used a signal there?', 'Saw nobody: did not look.'),
    ask('When does the hand go to the lever?', 'The hand is on the wheel already.'),
  ],
  'signal-correct': [
    ask('Say left or right before the hand moves.', 'Mixes the sides when in a hurry.'),
    ask('What would the others have understood?', 'Does not see it from outside.'),
  ],
  'parking-brake': [
    ask('Where is the brake now?', 'Does not check the lamp.'),
    ask('When is it worth setting?', 'Sets it always, or never.'),
  ],
  clutch: [
    ask('Where is the bite in this car?', 'Goes by time and not by feel.'),
    ask('Where is your foot between changes?', 'Rests on the pedal.'),
  ],
  steering: [
    ask('Where do you look in the bend?', 'Looks near, so steers late.'),
    ask('Where are your hands when the wheel is straight?', 'Hands start in the wrong place.'),
  ],
  'dry-steering': [
    ask('What moves first, the car or the wheel?', 'Turns while standing.'),
    ask('How slowly can you let it roll?', 'No clutch or brake control at walking speed.'),
  ],
  'secondary-controls': [
    ask('Without looking: where is it?', 'Has to look for the switch.'),
    ask('Where on the road would you do it?', 'Chooses a bad moment.'),
  ],
  'vehicle-safety': [
    ask('Show me where it is in this car.', 'Has read it and not touched it.'),
    ask('Why does it matter?', 'Learnt by heart.'),
  ],
  'cockpit-drill': [
    ask('How do you know that the seat is right?', 'Does it by habit, without a check.'),
    ask('What should each mirror show?', 'Does not know what a set mirror looks like.'),
  ],
  papers: [ask('Where are they, and when do they run out?', 'Nobody looked at the dates.')],
  eyesight: [
    ask('When did you last read a plate at that distance?', 'Never tried, or the glasses are at home.'),
  ],
  'road-position': [
    ask('Where are you looking now?', 'Looks at the kerb or the parked car.'),
    ask('How far is the kerb from the wheel?', 'Cannot judge the side of the car.'),
  ],
  anticipation: [
    ask('What may happen next up there?', 'Sees what is, and not what may be.'),
    ask('What would you do now, just in case?', 'Sees it, and waits.'),
  ],
  'hill-park': [
    ask('If the brake fails, where does the car go?', 'Does not see why the wheels are turned.'),
    ask('Which gear holds it?', 'Forgets the gear.'),
  ],
  'hill-control': [
    ask('Which gear for the way down, and when?', 'Chooses it on the slope.'),
    ask('What holds the car back now?', 'Brakes only.'),
  ],
  accelerator: [
    ask('How far ahead do you look?', 'Looks near, so the foot is late.'),
    ask('What does the engine say?', 'Does not listen.'),
  ],
  footbrake: [
    ask('When did you know that you would stop?', 'Knows late.'),
    ask('What does the foot do at the very end?', 'Keeps the pressure until it stands.'),
  ],
  'box-and-keep-clear': [
    ask('Where was your way out when you went in?', 'Follows the car in front.'),
    ask('When may you wait in it?', 'Does not know the rule for turning.'),
  ],
  'speed-for-conditions': [
    ask('How far can you see here, and can you stop in that?', 'Drives by the limit.'),
    ask('What is different today?', 'Does not notice rain, light or people.'),
  ],
  signs: [
    ask('What was the last sign?', 'Does not look for signs.'),
    ask('Where do you expect the next one?', 'Looks at the car ahead.'),
  ],
  'road-signs': [
    ask('What was the last sign?', 'Does not look for signs.'),
    ask('What does it ask of you?', 'Sees it, and does not know it.'),
  ],
  'road-markings': [
    ask('What is painted in our lane, up there?', 'Reads too near.'),
    ask('What does that line allow?', 'Does not know the marking.'),
  ],
  'road-rules': [
    ask('Which rule holds here?', 'Does not know it.'),
    ask('How do you recognise such a place?', 'Knows the rule, and not the place.'),
  ],
  'turn-in-road': [
    ask('Which way do you look before each part?', 'Looks to one side.'),
    ask('What makes you hurry?', 'Fears those who wait.'),
  ],
  'yard-reverse': [
    ask('Which cone are you watching?', 'Watches one and forgets the others.'),
    ask('When do you begin to straighten?', 'Straightens late.'),
  ],
  'kerb-reverse-right': [
    ask('Where do you look most of the time?', 'Stares at the kerb.'),
    ask('What do you do when somebody comes?', 'Goes on.'),
  ],
  'corner-reverse': [
    ask('When do you begin to turn?', 'Turns by time.'),
    ask('Where does the front go?', 'Forgets the nose.'),
  ],
  'straight-reverse': [
    ask('How much wheel did you use?', 'Too much, and too late back.'),
    ask('Where were you looking?', 'In one mirror.'),
  ],
  'angle-park': [
    ask('How far from the row do we begin?', 'Too near.'),
    ask('How do you notice that it will not fit?', 'Corrects late.'),
  ],
};

/** What to ask about a skill; nothing where nothing ships. */
export const asksFor = (skill: string): readonly Ask[] =>
  asks[skill] ?? asks[skill.split('.')[0] ?? ''] ?? [];
