// What a going-over is made of; apart from its schema, so that a screen can show a verdict without a parser.

export const wheels = {
  'front-left': 'Front left',
  'front-right': 'Front right',
  'rear-left': 'Rear left',
  'rear-right': 'Rear right',
} as const;
export type Wheel = keyof typeof wheels;
export const wheelIds = Object.keys(wheels) as readonly Wheel[];

/** Where the tread of a tyre is measured, over the central three quarters of its width. */
export const treadPlaces = ['inner', 'centre', 'outer'] as const;
export type TreadPlace = (typeof treadPlaces)[number];

/** What is looked at besides the tyres, in the order of a walk round the car. */
export const checkItems = {
  headlamps: 'Headlamps, dipped and main beam',
  'tail-lamps': 'Tail lamps and plate lamp',
  'brake-lamps': 'Brake lamps',
  indicators: 'Indicators and hazard lamps',
  'fog-lamp': 'Rear fog lamp',
  'warning-lamps': 'Warning lamps go out after the start',
  brakes: 'Brakes, foot and parking',
  steering: 'Steering',
  horn: 'Horn',
  wipers: 'Wipers and washers',
  windows: 'Windscreen, windows and mirrors',
  belts: 'Seat belts',
  oil: 'Engine oil',
  coolant: 'Coolant',
  'brake-fluid': 'Brake fluid',
  'washer-fluid': 'Washer fluid',
  'dual-controls': 'Dual controls',
} as const;
export type CheckItem = keyof typeof checkItems;
export const checkItemIds = Object.keys(checkItems) as readonly CheckItem[];

export const findings = ['good', 'advice', 'bad'] as const;
export type Finding = (typeof findings)[number];

/** No tyre of a car is sold deeper than about 10 mm; more than this is a slip of the pen. */
export const MOST_TREAD = 15;
/** Pressures of car tyres, in kPa: from flat to a spare wheel's. */
export const PRESSURES = { least: 0, most: 500 } as const;

export const paperKinds = {
  insurance: 'Insurance',
  inspection: 'Inspection',
  tax: 'Road tax',
  licence: 'Instructor’s driving licence',
  badge: 'Instructor’s badge',
} as const;
export type PaperKind = keyof typeof paperKinds;
