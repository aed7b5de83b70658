import { v4 as newId } from 'uuid';
import { createSlice, original, type PayloadAction, type UnknownAction } from '@reduxjs/toolkit';
import type { MockView } from '../../../contract';
import type { DriveEvent } from '../../../core/marking';
import type { Timed } from '../../../core/session';
import type { Standard } from '../../../core/standard';

/** How safe an event is: on this screen only, durable in this browser, or on the server's disk too. */
export type Place = 'screen' | 'here' | 'server';

/** A drive that is open on a screen, with its whole log. */
export interface OpenDrive {
  readonly mock: MockView;
  readonly standard: Standard;
  readonly events: readonly DriveEvent[];
  /** For trying things out: it lives on this screen only, is neither stored nor sent, and ends with the page. */
  readonly practice: boolean;
}

/** Where the events of an open drive are kept. It changes twice with every mark and says nothing of the drive. */
export interface Keeping {
  /** By event; what is on the server is not here any more, so that a long log is not copied with every mark. */
  readonly places: Readonly<Record<string, Exclude<Place, 'server'>>>;
  /** How far the server's log has been read. */
  readonly position: number;
}

export interface LogState {
  readonly drives: Readonly<Record<string, OpenDrive>>;
  /** By test, as the drives. */
  readonly keeping: Readonly<Record<string, Keeping>>;
  /** Why a drive could not be opened. */
  readonly failures: Readonly<Record<string, 'missing' | 'unreachable' | 'signed out'>>;
  /** Events that wait for the server, in all drives. */
  readonly waiting: number;
  readonly link: 'unknown' | 'answers' | 'silent' | 'signed out';
  /** Since when the link has been as it is, ISO instant. */
  readonly linkSince: string | null;
  /** The browser refuses to store: marks live on the screen and go to the server at once. */
  readonly storage: 'works' | 'refused';
  /** What the server would not take, in its own words; the marks stay here. */
  readonly refusal: string | null;
}

const initialState: LogState = {
  drives: {},
  keeping: {},
  failures: {},
  waiting: 0,
  link: 'unknown',
  linkSince: null,
  storage: 'works',
  refusal: null,
};

/** One page load is one device: its sequence numbers are its own, also beside other tabs. */
const device = `page-${newId()}`;
let seq = 0;
let lastAt = 0;

/** Each touch has an instant of its own: events of one instant came of one touch. */
function nextAt(): string {
  lastAt = Math.max(Date.now(), lastAt + 1);
  return new Date(lastAt).toISOString();
}

export const logSlice = createSlice({
  name: 'log',
  initialState,
  reducers: {
    /** Adds what one touch means to a drive. It is shown at once, and as kept when it is. */
    record: {
      prepare: (mock: string, bodies: readonly Timed[]) => {
        const at = nextAt();
        const events = bodies.map((body) => {
          seq += 1;
          return { at, ...body, id: newId(), test: mock, device, seq } as DriveEvent;
        });
        return { payload: { mock, events } };
      },
      reducer: (state, { payload }: PayloadAction<{ mock: string; events: readonly DriveEvent[] }>) =>
        withEvents(state, payload.mock, payload.events, 'screen'),
    },
    /** Asks for a drive: from this browser first, then from the server. */
    openDrive: (state, _action: PayloadAction<string>) => state,
    /** Reads what others added to a drive that is open. */
    refreshDrive: (state, _action: PayloadAction<string>) => state,
    /** Sends what waits for the server, now. */
    sendWaiting: (state) => state,
    /** Starts a new drive here; the server is told when it answers. */
    beginDrive: (state, { payload }: PayloadAction<Begun>) => withDrive(state, payload),
    /** Takes a practice drive away again; any other stays. */
    endPractice: (state, { payload: id }: PayloadAction<string>) => {
      if (!state.drives[id]?.practice) return state;
      const { [id]: _drive, ...drives } = state.drives;
      const { [id]: _kept, ...keeping } = state.keeping;
      return { ...state, drives, keeping };
    },
    /** The server has put right whose mock it is, its start or the like. */
    mockPutRight: (state, _action: PayloadAction<MockView>) => state,
    mockChanged: (state, { payload: mock }: PayloadAction<MockView>) => {
      const drive = state.drives[mock.id];
      return drive ? { ...state, drives: { ...state.drives, [mock.id]: { ...drive, mock } } } : state;
    },
    driveHeld: (state, { payload }: PayloadAction<Begun>) => withDrive(state, payload),
    driveFailed: (
      state,
      { payload }: PayloadAction<{ mock: string; why: LogState['failures'][string] }>,
    ) => ({
      ...state,
      failures: { ...state.failures, [payload.mock]: payload.why },
    }),
    eventsHeld: (
      state,
      {
        payload,
      }: PayloadAction<{ mock: string; events: readonly DriveEvent[]; place: Place; position?: number }>,
    ) => withEvents(state, payload.mock, payload.events, payload.place, payload.position),
    placed: (draft, { payload }: PayloadAction<{ mock: string; ids: readonly string[]; place: Place }>) => {
      const state = plain(draft);
      const keeping = state.keeping[payload.mock];
      if (!keeping) return state;
      // What is not loaded yet will tell its own place when it is.
      const places = placesWith(
        keeping,
        payload.ids.filter((id) => id in keeping.places),
        payload.place,
      );
      return { ...state, keeping: { ...state.keeping, [payload.mock]: { ...keeping, places } } };
    },
    waitingChanged: (state, { payload }: PayloadAction<number>) => ({ ...state, waiting: payload }),
    linkChanged: (state, { payload }: PayloadAction<{ link: LogState['link']; at: string }>) =>
      state.link === payload.link ? state : { ...state, link: payload.link, linkSince: payload.at },
    storageRefused: (state) => ({ ...state, storage: 'refused' as const }),
    serverRefused: (state, { payload }: PayloadAction<string | null>) => ({ ...state, refusal: payload }),
  },
});

/** The state itself: copying a long log through immer's proxies costs more than all the rest of a mark. */
const plain = (draft: LogState): LogState => (original(draft as object) as LogState | undefined) ?? draft;

/** What is frozen immer does not walk through to its last entry. */
const frozen = <T extends object>(whole: T): Readonly<T> => Object.freeze(whole);

interface Begun {
  readonly mock: MockView;
  readonly standard: Standard;
  readonly practice?: boolean;
}

function withDrive(state: LogState, { mock, standard, practice = false }: Begun): LogState {
  if (state.drives[mock.id]) return state;
  const { [mock.id]: _mended, ...failures } = state.failures;
  return {
    ...state,
    failures,
    drives: { ...state.drives, [mock.id]: { mock, standard, practice, events: [] } },
    keeping: { ...state.keeping, [mock.id]: { places: {}, position: 0 } },
  };
}

/** Where events are, when some of them have come to a place; none goes back to a less safe one. */
function placesWith({ places: before }: Keeping, ids: readonly string[], place: Place): Keeping['places'] {
  if (place === 'server') {
    const there = new Set(ids);
    return frozen(Object.fromEntries(Object.entries(before).filter(([id]) => !there.has(id))));
  }
  const places = { ...before };
  for (const id of ids) if (places[id] !== 'here') places[id] = place;
  return frozen(places);
}

function withEvents(
  draft: LogState,
  mock: string,
  events: readonly DriveEvent[],
  place: Place,
  position?: number,
): LogState {
  const state = plain(draft);
  const drive = state.drives[mock];
  const keeping = state.keeping[mock];
  if (!drive || !keeping) return state;
  // What was just made here is in no log yet.
  const known = place === 'screen' ? null : new Set(drive.events.map(({ id }) => id));
  const fresh = known ? events.filter(({ id }) => !known.has(id) && known.add(id)) : events;
  const waiting = events.filter(({ id }) => id in keeping.places);
  const placed = place === 'server' ? waiting : [...fresh, ...waiting];
  const places = placesWith(
    keeping,
    placed.map(({ id }) => id),
    place,
  );
  return {
    ...state,
    drives:
      fresh.length > 0
        ? { ...state.drives, [mock]: { ...drive, events: frozen([...drive.events, ...fresh]) } }
        : state.drives,
    keeping: {
      ...state.keeping,
      [mock]: { places, position: Math.max(keeping.position, position ?? 0) },
    },
  };
}

/** Whether the server has something of a drive that it had not, or told of something new. */
export const reachesServer = (action: UnknownAction): boolean =>
  (logSlice.actions.placed.match(action) && action.payload.place === 'server') ||
  (logSlice.actions.eventsHeld.match(action) &&
    action.payload.place === 'server' &&
    action.payload.events.length > 0);

export const { record, openDrive, beginDrive, endPractice, mockPutRight, refreshDrive, sendWaiting } =
  logSlice.actions;
