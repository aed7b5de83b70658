/** A control, lamp or filling point of a car that a safety question can ask for. */
export interface Control {
  readonly id: ControlId;
  readonly title: string;
  readonly where: 'cockpit' | 'bonnet' | 'car';
  /** Ways in which it is commonly worked, offered as quick answers while a card is filled in (common practice). */
  readonly ways: readonly string[];
  /** What its tell-tale looks like in most cars, offered likewise; empty where it has none. */
  readonly tellTale: string;
  /** Whether there are cars without it. */
  readonly mayLack: boolean;
}

const STALK = [
  'push the stalk away',
  'pull the stalk towards you',
  'turn the end of the stalk',
  'turn the ring',
];
const BUTTON = ['press the button', 'turn the dial', 'touch it on the screen'];

/** In the order of a walk: seated first, from the door to the middle, then round the car, then the bonnet. */
const table = {
  'window-switch': ['Window switches', 'cockpit', ['press down, pull up', 'wind the handle'], '', false],
  'head-restraint': [
    'Head restraint',
    'cockpit',
    ['press the catch and lift', 'fixed, does not adjust'],
    '',
    false,
  ],
  headlamps: [
    'Headlamp switch',
    'cockpit',
    ['turn the end of the stalk', 'turn the dial', ...BUTTON.slice(2)],
    'green lamp with straight or slanted rays',
    false,
  ],
  'main-beam': ['Main beam', 'cockpit', STALK.slice(0, 2), 'blue lamp with straight rays', false],
  'rear-fog': [
    'Rear fog lamp',
    'cockpit',
    ['press the button', 'pull the dial out two clicks', 'turn the ring'],
    'amber lamp, a wavy line through rays to the right',
    false,
  ],
  indicators: ['Indicators', 'cockpit', ['stalk up and down'], 'green arrows', false],
  hazard: ['Hazard switch', 'cockpit', ['press the red triangle'], 'both arrows blink', false],
  horn: ['Horn', 'cockpit', ['press the middle of the wheel', 'press the end of the stalk'], '', false],
  'front-wash-wipe': ['Front wash and wipe', 'cockpit', STALK, '', false],
  'rear-wash-wipe': ['Rear wash and wipe', 'cockpit', STALK, '', true],
  'front-demist': [
    'Demisting the windscreen',
    'cockpit',
    ['press the curved-screen button', 'turn the dials: fan, warm, screen'],
    'lamp on the button',
    false,
  ],
  'rear-demist': [
    'Rear demister',
    'cockpit',
    ['press the rectangle button', ...BUTTON.slice(2)],
    'amber lamp on the button',
    false,
  ],
  'air-conditioning': [
    'Air conditioning',
    'cockpit',
    ['press the snowflake button', ...BUTTON.slice(2)],
    'lamp on the button',
    true,
  ],
  'abs-lamp': ['Anti-lock warning lamp', 'cockpit', [], 'amber letters in a circle', false],
  'power-steering-lamp': [
    'Power-steering warning lamp',
    'cockpit',
    [],
    'a wheel with an exclamation mark',
    true,
  ],
  'parking-brake': [
    'Parking brake',
    'cockpit',
    ['lever: pull up, button in to let go', 'switch: pull to set, press to let go'],
    'red lamp',
    false,
  ],
  'bonnet-release': ['Bonnet release', 'cockpit', ['pull the lever'], '', false],
  'tyre-placard': ['Tyre pressure placard', 'car', ['read the table'], '', false],
  'bonnet-catch': ['Bonnet safety catch', 'bonnet', ['push sideways and lift', 'lift'], '', false],
  'bonnet-stay': ['Bonnet stay', 'bonnet', ['lift the rod into its hole', 'holds by itself'], '', false],
  dipstick: [
    'Oil dipstick',
    'bonnet',
    ['pull out by the ring', 'none: the level is read on the display'],
    '',
    true,
  ],
  'oil-filler': ['Oil filler cap', 'bonnet', ['unscrew'], '', false],
  'coolant-tank': ['Coolant tank', 'bonnet', ['read the marks on the side; never open hot'], '', true],
  'brake-fluid-tank': ['Brake-fluid reservoir', 'bonnet', ['read the marks on the side'], '', true],
  'washer-tank': ['Washer tank', 'bonnet', ['lift the cap'], '', false],
} as const satisfies Readonly<
  Record<
    string,
    readonly [
      title: string,
      where: Control['where'],
      ways: readonly string[],
      tellTale: string,
      mayLack: boolean,
    ]
  >
>;

export type ControlId = keyof typeof table;

export const controlIds = Object.keys(table) as readonly ControlId[];

export const controlOf = (id: ControlId): Control => {
  const [title, where, ways, tellTale, mayLack] = table[id];
  return { id, title, where, ways, tellTale, mayLack };
};

export const controls: readonly Control[] = controlIds.map(controlOf);
