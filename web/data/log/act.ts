import { v4 as newId } from 'uuid';
import { judge, type DriveEvent, type Judgement } from '../../../core/marking';
import { act, type Action, type Refusal } from '../../../core/session';
import { record, type LogState, type OpenDrive } from './slice';

/** What an action did to a drive that is open here. */
export interface Done {
  /** Ids of the events that it recorded; none when it was refused. */
  readonly ids: readonly string[];
  readonly refused: Refusal | null;
  /** What an undo undid, in words. */
  readonly undone: string | null;
}

/** Does something to a drive, now. */
export type DoAction = (action: Action) => Done;

const judged = new WeakMap<readonly DriveEvent[], Judgement>();

/** The judgement of a drive as of its last event, worked out once for each. */
export function judgementOf({ standard, events, mock }: OpenDrive): Judgement {
  const known = judged.get(events) ?? judge(standard, events, mock);
  judged.set(events, known);
  return known;
}

interface LogStore {
  readonly getState: () => { readonly log: LogState };
  readonly dispatch: (action: ReturnType<typeof record>) => unknown;
}

/** Records what an action means for a drive that is open in this store. */
export function actOn({ getState, dispatch }: LogStore, mock: string, action: Action): Done {
  const drive = getState().log.drives[mock];
  if (!drive) return { ids: [], refused: { code: 'not-there' }, undone: null };
  const done = act({ ...drive, judgement: judgementOf(drive) }, action, newId);
  if (!done.ok) return { ids: [], refused: done.why, undone: null };
  const recorded = record(mock, done.events);
  dispatch(recorded);
  return {
    ids: recorded.payload.events.map(({ id }) => id),
    refused: null,
    undone: done.undone ?? null,
  };
}
