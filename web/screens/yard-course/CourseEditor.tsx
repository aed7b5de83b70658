import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { OwnYardFile, YardView } from '../../../contract';
import { failed, type Parsed, type Problem } from '../../../core/problems';
import { nextVersion } from '../../../core/standard';
import {
  layOut,
  linesOf,
  parseCourse,
  pointsOf,
  readCourse,
  withPointMoved,
  type Course,
  type Layout,
  type Spot,
  type YardVehicle,
} from '../../../core/yard';
import { errorText, useKeepYardFileMutation } from '../../data/api';
import {
  colour,
  EditorBar,
  ErrorNote,
  FileButton,
  ProblemList,
  saveFile,
  WindowTitle,
  withParam,
} from '../../parts/ui';
import { RestoredNote, useKeptHistory } from '../../parts/unsaved';
import { DragPoint, ownId, RemoveOwn, YardDrawing, type Projection } from '../../parts/yard';
import { CourseForm } from './CourseForm';
import { placeTitle } from './words';

interface Props {
  readonly yard: YardView;
  /** What it is made from. */
  readonly base: Course;
  readonly start: Course;
  /** Null: a copy that is not kept yet. */
  readonly own: OwnYardFile | null;
}

/** For what it is drawn first. */
const FIRST = 'small-hatchback';

/** A course while it is changed: the form, and the plan as it comes out for one vehicle. */
export function CourseEditor({ yard, base, start, own }: Props) {
  const key = `course ${own ? own.id : `copy of ${base.id}`}`;
  const { now: draft, change, undo, redo, can, restored, startAgain, done } = useKeptHistory(key, start);
  const [params, setParams] = useSearchParams();
  const vehicle = yard.vehicles.find(({ id }) => id === (params.get('vehicle') ?? FIRST)) ?? yard.vehicles[0];
  const [shown, setShown] = useState<string | null>(null);
  const [fileProblems, setFileProblems] = useState<readonly Problem[]>([]);
  const checked = useDeferredValue(draft);
  const laid = useMemo(() => laidOut(checked, vehicle), [checked, vehicle]);
  const [keep, { error, isLoading }] = useKeepYardFileMutation();
  const navigate = useNavigate();
  const lastGood = useRef<Layout | null>(null);
  if (laid.ok) lastGood.current = laid.value;
  if (!vehicle) return <ErrorNote title="There is no vehicle">A course is laid out for a vehicle.</ErrorNote>;

  const taken = yard.courses.map(({ id }) => id);
  const id = own?.id ?? ownId(draft.title, 'course', taken);
  const save = async (): Promise<void> => {
    const version = own ? nextVersion([base.version]) : '1.0.0';
    const kept = await keep({
      kind: 'course',
      file: { ...draft, id, version },
      revision: own?.revision ?? null,
    });
    if (!kept.data) return;
    done();
    void navigate(`/yard?course=${id}&vehicle=${vehicle.id}`);
  };
  const open = async (file: File): Promise<void> => {
    const read = readCourse(await file.text());
    setFileProblems(read.ok ? [] : read.problems);
    if (read.ok) change('', () => ({ ...read.value, id: draft.id }));
  };
  const drag = (from: Spot, to: Spot, before: Course): void =>
    change(`drag ${from.join(' ')}`, () => withPointMoved(before, vehicle, {}, from, to));
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 2 }}>
      <WindowTitle name={`${draft.title || base.title}, editing`} />
      <EditorBar
        title={draft.title || 'No title'}
        under={own ? 'A course of the school’s own' : `A copy of ${base.title}, which stays as it is`}
      >
        <Button color="inherit" disabled={!can.undo} onClick={undo}>
          Undo
        </Button>
        <Button color="inherit" disabled={!can.redo} onClick={redo}>
          Redo
        </Button>
        <Button component={Link} to={`/yard?course=${base.id}&vehicle=${vehicle.id}`} variant="outlined">
          Back
        </Button>
        <Button
          variant="contained"
          disabled={!laid.ok || isLoading || checked !== draft}
          onClick={() => void save()}
        >
          Save course
        </Button>
      </EditorBar>
      {error ? <ErrorNote title="Couldn’t save it">{errorText(error)}</ErrorNote> : null}
      {restored ? <RestoredNote onStartAgain={startAgain} /> : null}
      {fileProblems.length > 0 ? (
        <ErrorNote title="This file is no course that can be used; nothing was changed">
          <ProblemList problems={fileProblems} />
        </ErrorNote>
      ) : null}
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) minmax(0, 1fr)' },
          alignItems: 'start',
        }}
      >
        <Box
          sx={{
            display: 'grid',
            gap: 1.5,
            gridTemplateColumns: 'minmax(0, 1fr)',
            position: { lg: 'sticky' },
            top: 100,
          }}
        >
          <Live
            layout={laid.ok ? laid.value : lastGood.current}
            vehicle={vehicle}
            draft={draft}
            shown={shown}
            onDrag={laid.ok ? drag : null}
          />
          {laid.ok ? (
            <Typography variant="body2" color="text.secondary">
              Drag a corner or a cone, or write its place beside. Everything that lies there moves along.
            </Typography>
          ) : (
            <ErrorNote title="It can’t be laid out like this yet">
              <ProblemList
                problems={laid.problems.map(({ path, message }) => ({
                  path: placeTitle(draft, path),
                  message,
                }))}
              />
            </ErrorNote>
          )}
          <TextField
            select
            size="small"
            label="Drawn for"
            value={vehicle.id}
            onChange={({ target }) =>
              setParams(withParam(params, 'vehicle', target.value), { replace: true })
            }
          >
            {yard.vehicles.map((one) => (
              <MenuItem key={one.id} value={one.id}>
                {one.title}
              </MenuItem>
            ))}
          </TextField>
          <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
            <FileButton accept=".json" onFile={(file) => void open(file)}>
              Open a course file
            </FileButton>
            <Button
              variant="outlined"
              onClick={() =>
                saveFile(
                  `${id}.course.json`,
                  `${JSON.stringify({ ...draft, id }, null, 2)}\n`,
                  'application/json',
                )
              }
            >
              Save as a file
            </Button>
            {own ? <RemoveOwn file={own} title={base.title} onRemoved={done} /> : null}
          </Stack>
        </Box>
        <CourseForm draft={draft} change={change} onShow={setShown} />
      </Box>
    </Box>
  );
}

function laidOut(course: Course, vehicle: YardVehicle | undefined): Parsed<Layout> {
  const parsed = parseCourse(course);
  if (!parsed.ok) return parsed;
  return vehicle ? layOut(parsed.value, vehicle) : failed([]);
}

/** To the next 5 cm. */
const stepped = ([x, y]: Spot): Spot => [Math.round(x * 20) / 20, Math.round(y * 20) / 20];

interface Drag {
  readonly from: Spot;
  readonly before: Course;
}

/** The plan with a handle at each point, and the line that is being written about. */
function Live({
  layout,
  vehicle,
  draft,
  shown,
  onDrag,
}: {
  readonly layout: Layout | null;
  readonly vehicle: YardVehicle;
  readonly draft: Course;
  readonly shown: string | null;
  readonly onDrag: ((from: Spot, to: Spot, before: Course) => void) | null;
}) {
  const [drag, setDrag] = useState<Drag | null>(null);
  if (!layout) return null;
  return (
    <YardDrawing
      layout={layout}
      vehicle={vehicle}
      places
      held={drag !== null}
      label={`Plan of ${layout.title}, as it is changed`}
    >
      {(projection) => (
        <>
          <Shown layout={layout} id={shown} projection={projection} />
          {pointsOf(layout).map(({ id, at }) => (
            <DragPoint
              key={id}
              projection={projection}
              at={at}
              title={id.replaceAll('-', ' ')}
              onStart={() => setDrag({ from: at, before: draft })}
              onDrag={(to) => {
                if (drag && onDrag) onDrag(drag.from, stepped(to), drag.before);
              }}
              onEnd={() => setDrag(null)}
            />
          ))}
        </>
      )}
    </YardDrawing>
  );
}

function Shown({
  layout,
  id,
  projection,
}: {
  readonly layout: Layout;
  readonly id: string | null;
  readonly projection: Projection;
}) {
  const line = linesOf(layout).find((one) => one.id === id);
  const cone = layout.cones.find((one) => one.id === id);
  const [from, to] = line ? [line.from, line.to] : cone ? [cone.at, cone.at] : [null, null];
  if (!from || !to) return null;
  const [[x1, y1], [x2, y2]] = [projection.at(from), projection.at(to)];
  return (
    <line
      x1={x1}
      y1={y1}
      x2={x2}
      y2={y2}
      stroke={colour('jasper')}
      strokeWidth={9}
      strokeLinecap="round"
      opacity={0.45}
    />
  );
}
