/** What each screen is for and how it's used, by its path in `screens`: a few short sentences each. */
export const help: Readonly<Record<string, readonly string[]>> = {
  '/': [
    'Your lessons and licence tests of today, what still has to be done, and your last mocks.',
    'Mock starts a mock with that learner. Sort opens the debrief, where you turn flags into marks.',
    'On the right are the learners whose licence test is next, with their chance of passing.',
  ],
  '/diary': [
    'Lessons and licence tests by day and week. Choose a free time to add one, or drag an entry to move it.',
    'A clash (same instructor, learner or vehicle at the same time) is shown, never prevented.',
    'Other calendars gives an address that your phone’s calendar can follow.',
  ],
  '/learners': [
    'Everybody you teach. Type part of a name to find someone; sort by next licence test, readiness or last mock.',
    'Choose a name to see how ready they are. Mock starts a mock with them.',
  ],
  '/learners/:learner': [
    'How ready this learner is: the word, the chance of passing with its range, and what is still missing.',
    'The chance comes from their mocks, weighted towards the latest. Few mocks give a wide range; below it stands what the next mock would change.',
    'Disagree? Use Override and say why. Your word is shown beside the computed one.',
    'Below: what to work on, mocks, vehicle safety questions, details, documents and licence test results. Details has Edit, Archive, Export and, for owners, Erase.',
  ],
  '/mocks': [
    'Every mock, newest first. Filter by result, standard or part of a name.',
    'A running mock opens for marking, one with flags opens in the debrief, all others as a report.',
    'Enter a paper sheet brings in mocks from before and official reports. Deleted mocks stay for 30 days.',
  ],
  '/mocks/sheet': [
    'Choose the learner and the day, then touch a box for each stroke on the sheet; the minus takes one away.',
    'With a keyboard: a few letters of the line, then Enter, Shift+Enter or Ctrl+Enter by how grave it was.',
    'Of a yard, choose one manoeuvre after the other: its time, what was counted, and its marks.',
    'The verdict grows with the strokes. An official sheet also enters the licence test result.',
    'A CSV file with the columns item, severity and times fills the boxes.',
  ],
  '/mocks/bin': ['Deleted mocks count nowhere. Bring one back here; after 30 days it is deleted for good.'],
  '/mocks/:mock/reading': [
    'Each mark of a mock: what to ask the learner to find the cause, what to do, and where to practise.',
    'Make it a goal puts it on the learner’s page and on the next lesson.',
  ],
  '/mocks/:mock/beside/:other': [
    'One drive, marked by two people on two devices: what both saw, graded or named differently, and what only one saw.',
    'Marks of the same item at most 15 seconds apart belong together. A flag that isn’t sorted counts as seen.',
    'Look at the differences together: the drive is fresh in your minds, and neither of you has to be wrong.',
  ],
  '/setup': [
    'Choose the learner; the rest is filled in from their last mock. Change what is different, tick the checks, start.',
    'A check that isn’t in order can be ticked as wrong: it is recorded with the mock.',
  ],
  '/mocks/:mock/debrief': [
    'Still parked: first ask how it felt, then sort your flags, then show the verdict.',
    'Sorting a flag says what it was: one mark, several, or nothing.',
    'Every number opens to the marks behind it. You can add, change or remove a mark; what it was stays on record.',
    'Goals stand on the learner’s page and at the next mock until you tick them off.',
  ],
  '/mocks/:mock': [
    'One mock in full: the verdict with the limit that decided it, the time line, the map and every mark.',
    'Save as gives a PDF or files, Share makes a link for the learner that you can end at any time.',
    'Edit moves a mock to the right learner, corrects its start, vehicle or route, or deletes it.',
    'Other standards shows how the same drive would have come out elsewhere.',
  ],
  '/routes': [
    'Your routes. Compose makes new ones from the roads, Draw lets you draw one, Import takes a file.',
    'Each card says how long a route takes and what lies along it.',
  ],
  '/routes/networks': [
    'The roads that routes and maps are made from. Import an OpenStreetMap extract of your area.',
    'The file is read on this device; nothing is sent anywhere but your own server.',
  ],
  '/routes/hot-spots': [
    'Where faults gather: marks counted against how often each place was driven past.',
    'A place is called hot only when it’s nearly certain that more goes wrong there than elsewhere.',
    'The bar is the range in which the true rate most likely lies. Choose a place to see its marks.',
  ],
  '/routes/compose': [
    'Say where to start, how long it should take and what should lie along the way. You get several loops to choose from.',
    'Practise the weak skills of a learner, and the routes pass more of what they get wrong.',
  ],
  '/routes/new': [
    'Click roads to lead the route along them, or move from junction to junction with the keyboard.',
    'Along it adds signs, places to pull up and notes. Alone sets the independent drive.',
  ],
  '/routes/:route': [
    'One route: the map, what lies along it, and the route sheet with every direction.',
    'Checked against tells whether the route has what a standard asks of a test.',
  ],
  '/routes/:route/edit': [
    'Click roads to change the way, drag a point to move it. Undo takes back the last change.',
    'Save as a variant keeps the route as it was beside the new one.',
  ],
  '/routes/:route/rehearse': [
    'Hear the directions as a guidance device gives them, at your desk or in the car.',
    'Take a wrong turn shows how the learner is led back. Leaving the route safely isn’t a fault.',
    'In the car only the person in the passenger seat touches the device.',
  ],
  '/questions/:view?': [
    'Vehicle safety questions, fitted to the very vehicle. Drill asks what the learner knows least.',
    'As in a test picks them as the test does. Memory shows what will be forgotten when. Bank holds the questions.',
  ],
  '/vehicles': [
    'Your vehicles, and whether each is fit for a test today.',
    'A vehicle check takes a few minutes and keeps tread, pressures, lamps and dates.',
  ],
  '/vehicles/:vehicle': [
    'One vehicle: its last check, its dates, how its tyres wear, and where its controls are.',
    'Dates that run out soon appear on Today.',
  ],
  '/vehicles/:vehicle/check': [
    'Go round the vehicle and tap what you find. What you leave out counts as not looked at.',
    'The verdict says whether the vehicle is fit for a test, and why.',
  ],
  '/vehicles/:vehicle/walk': [
    'Go through the vehicle once and note where each control is. Drills then name the very place.',
  ],
  '/yard/:view?': [
    'Choose a course and a vehicle. The sizes of the course follow the vehicle. Change them with the sliders, or drag a square on the plan.',
    'Copy makes a course or a vehicle of your own, which you can change as you like.',
    'Set out gives two tape distances for each point. A and B are the base points: choose points that you can find on the ground.',
    'Show finds the way with the fewest movements and plays it back. Drive lets a learner try it. The run can be kept on the learner’s page.',
    'See is the view from the seat: what the mirrors show, what is hidden, and marks for this seat. Always: a closed area, a spotter, walking pace.',
  ],
  '/figures/:figure?': [
    'Five questions that learners ask at the roadside. Move the sliders until it’s what happened; the answer is on top.',
    'The drawing is to scale, with car lengths as a yardstick. The formula and its sources open below.',
    'Timers counts glances, looks, signals and full stops by touch; they’re also in the marking screen’s settings.',
  ],
  '/yard/courses/:course': [
    'Change a copy of a course. The plan beside the form shows at once what comes out.',
    'Write a length in metres, or let it follow the vehicle: 1.5 × vehicle width + 0.3. The sizes of the course can be used in the same way.',
    'Drag a corner or a cone to move it. Everything that lies there moves along.',
    'A school’s course can be saved as a file and opened in another school.',
  ],
  '/yard/vehicles/:vehicle': [
    'Take the figures of your own car with a tape and by driving one circle. It takes two people and a quarter of an hour.',
    'The picture shows where each figure is measured. The one that you are entering stands out.',
    'Drive the circle on a closed area, at walking pace, with somebody outside.',
  ],
  '/yard/card': [
    'The sighting marks of one manoeuvre for one driver in one car, to print.',
    'Measure the seat again when the driver or the seat changes: the marks move with the eye.',
  ],
  '/yard/runs/:run': [
    'A run that was kept. Play it again, with the planned way beside it.',
    'Choose a mistake to see its moment.',
    'It is practice on a screen and doesn’t count towards readiness.',
  ],
  '/standards': [
    'The marking standards of licensing authorities: what is marked, and what passes.',
    'A standard never changes once mocks were marked under it. Edit a copy to make a new version.',
  ],
  '/standards/:id/:version': [
    'One standard, written out: its severities, limits, items and manoeuvres, with worked examples.',
    'Where schools or sources differ, you can switch the value here; a new version is made.',
  ],
  '/standards/:id/:version/changes': ['What is different between two versions of a standard, item by item.'],
  '/standards/:id/:version/mocks': [
    'All mocks of the school, judged again under this standard: what would have come out differently, and why.',
  ],
  '/standards/:id/:version/edit': [
    'Change a standard part by part. Its worked examples are checked while you type.',
    'Saving makes a new version; mocks that were marked keep theirs.',
  ],
  '/school': [
    'Settings for everybody: standard, units, when a learner counts as ready, advice and devices. Owners can change them.',
    'People invites instructors by a link that works once, and says what each role can do. Changes tells who changed what.',
    'Forecast accuracy compares forecasts with licence test results, Marking agreement how you and colleagues grade written cases.',
    'Backups are made every day; you can restore one after seeing what would change.',
    'Your sign-in changes your passphrase, and shows and signs out your devices.',
  ],
};
