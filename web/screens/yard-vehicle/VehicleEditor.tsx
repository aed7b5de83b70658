import { Box, Button, FormControlLabel, MenuItem, Stack, Switch, TextField, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { OwnYardFile, VehicleView, YardView } from '../../../contract';
import type { Problem } from '../../../core/problems';
import {
  combination,
  parseYardVehicle,
  readYardVehicle,
  withFigures,
  type Figures,
  type YardVehicle,
} from '../../../core/yard';
import { errorText, useKeepYardFileMutation } from '../../data/api';
import {
  EditorBar,
  ErrorNote,
  FileButton,
  NumberField,
  ProblemList,
  saveFile,
  WindowTitle,
} from '../../parts/ui';
import { RestoredNote, useKeptHistory } from '../../parts/unsaved';
import { ownId, RemoveOwn } from '../../parts/yard';
import { measures, trailerMeasures, USUAL_TRAILER, type Measure, type Trailer } from './figures';
import { Measured, Turned } from './pictures';

interface Props {
  readonly yard: YardView;
  readonly base: YardVehicle;
  readonly start: Figures;
  /** Null: a copy that is not kept yet. */
  readonly own: OwnYardFile | null;
  /** The vehicle of the school whose figures they are. */
  readonly car: VehicleView | null;
  readonly taken: readonly string[];
}

/** The figures of a vehicle while they are entered, with pictures of how each is measured. */
export function VehicleEditor({ yard, base, start, own, car, taken }: Props) {
  const key = `yard vehicle ${own ? own.id : `copy of ${base.id} ${car?.id ?? ''}`}`;
  const { now: draft, change, restored, startAgain, done } = useKeptHistory(key, start);
  // Parts, mirrors and body come from the file that was opened, else from what it is made from.
  const [opened, setOpened] = useState<YardVehicle | null>(null);
  const [fileProblems, setFileProblems] = useState<readonly Problem[]>([]);
  const [unusable, setUnusable] = useState<ReadonlySet<string>>(new Set());
  const [focus, setFocus] = useState<Measure | null>(null);
  const [keep, { error, isLoading }] = useKeepYardFileMutation();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const id = own?.id ?? ownId(draft.title, 'vehicle', taken);
  const made = useMemo(
    () => parseYardVehicle(withFigures(opened ?? base, id, draft)),
    [opened, base, id, draft],
  );
  const back = car ? `/vehicles/${car.id}` : `/yard?vehicle=${base.id}`;
  const ready = made.ok && unusable.size === 0;
  const save = async (): Promise<void> => {
    if (!made.ok) return;
    const kept = await keep({
      kind: 'vehicle',
      file: made.value,
      of: car?.id ?? null,
      revision: own?.revision ?? null,
    });
    if (!kept.data) return;
    done();
    void navigate(car ? back : `/yard?vehicle=${id}`);
  };
  const open = async (file: File): Promise<void> => {
    const read = readYardVehicle(await file.text());
    setFileProblems(read.ok ? [] : read.problems);
    if (!read.ok) return;
    setOpened(read.value);
    // What isn't measured stays with the file.
    const {
      format: _format,
      id: _id,
      eye: _eye,
      parts: _parts,
      mirrors: _mirrors,
      body: _body,
      ...figures
    } = read.value;
    change('', () => figures);
  };
  const told = (field: string, value: number | null): boolean => {
    setUnusable((before) => {
      const next = new Set(before);
      if (value === null) next.add(field);
      else next.delete(field);
      return next;
    });
    return value !== null;
  };
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 2 }}>
      <WindowTitle name={`Figures of ${draft.title}`} />
      <EditorBar
        title={car ? `Figures of ${car.name}` : draft.title || 'No title'}
        under={
          car
            ? 'Measured once, the yard is planned and set out for this very vehicle.'
            : own
              ? 'A vehicle of the school’s own'
              : `A copy of ${base.title}, which stays as it is`
        }
      >
        <Button component={Link} to={back} variant="outlined">
          Back
        </Button>
        <Button variant="contained" disabled={!ready || isLoading} onClick={() => void save()}>
          Save figures
        </Button>
      </EditorBar>
      {error ? <ErrorNote title="Couldn’t save them">{errorText(error)}</ErrorNote> : null}
      {restored ? <RestoredNote onStartAgain={startAgain} /> : null}
      {fileProblems.length > 0 ? (
        <ErrorNote title="This file is no vehicle that can be used; nothing was changed">
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
        <Box sx={{ display: 'grid', gap: 2, position: { lg: 'sticky' }, top: 100, minWidth: 0 }}>
          <Measured figures={draft} focus={focus} />
          {made.ok ? (
            <Turned vehicle={made.value} strong={focus === 'turningCircle'} />
          ) : (
            <ErrorNote title="These figures don’t go together">
              <ProblemList
                problems={made.problems.map(({ path, message }) => ({ path: titleOf(path), message }))}
              />
            </ErrorNote>
          )}
        </Box>
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          {own ? null : (
            <TextField
              select
              label="Most like"
              value={base.id}
              helperText="What you don’t measure, such as where the mirrors are, is taken from it in proportion."
              onChange={({ target }) =>
                void navigate(`/yard/vehicles/${target.value}?${params.toString()}`, { replace: true })
              }
            >
              {yard.vehicles.map((one) => (
                <MenuItem key={one.id} value={one.id}>
                  {one.title}
                </MenuItem>
              ))}
            </TextField>
          )}
          <TextField
            label="Title"
            value={draft.title}
            error={draft.title.trim() === ''}
            helperText={draft.title.trim() === '' ? 'Give it a title.' : undefined}
            onChange={({ target }) => change('title', (before) => ({ ...before, title: target.value }))}
          />
          <Typography>
            {`In all ${combination({ ...base, ...draft }).length.toFixed(2)} m long. Compare that with the vehicle’s papers: if it differs by more than 5 cm, measure again.`}
          </Typography>
          {measures.map(({ key: own, title, how, least, most }) => (
            <Row
              key={own}
              title={title}
              how={how}
              onFocus={() => setFocus(own)}
              onBlur={() => setFocus(null)}
            >
              <NumberField
                size="small"
                label={own === 'lockToLockTurns' ? 'turns' : 'metres'}
                value={rounded(draft[own])}
                {...{ least, most }}
                slotProps={{ htmlInput: { 'aria-label': title } }}
                onNumber={(value) => {
                  if (told(own, value)) change(own, (before) => ({ ...before, [own]: value }));
                }}
              />
            </Row>
          ))}
          <TextField
            select
            label="Steering wheel"
            value={draft.steeringWheelSide}
            onChange={({ target }) =>
              change('', (before) => ({
                ...before,
                steeringWheelSide: target.value as Figures['steeringWheelSide'],
              }))
            }
          >
            <MenuItem value="left">On the left</MenuItem>
            <MenuItem value="right">On the right</MenuItem>
          </TextField>
          <FormControlLabel
            control={
              <Switch
                checked={draft.trailer !== null}
                onChange={({ target }) => {
                  // What was typed for a trailer goes with it.
                  setUnusable(
                    (before) => new Set([...before].filter((field) => !field.startsWith('trailer '))),
                  );
                  change('', (before) => ({
                    ...before,
                    trailer: target.checked ? (base.trailer ?? USUAL_TRAILER) : null,
                  }));
                }}
              />
            }
            label="With a trailer"
          />
          {draft.trailer
            ? trailerMeasures.map(({ key: own, title, how, least, most }) => (
                <Row key={own} title={title} how={how}>
                  <NumberField
                    size="small"
                    label="metres"
                    value={rounded(draft.trailer?.[own] ?? 0)}
                    {...{ least, most }}
                    slotProps={{ htmlInput: { 'aria-label': title } }}
                    onNumber={(value) => {
                      if (told(`trailer ${own}`, value))
                        change(`trailer ${own}`, (before) => withTrailer(before, own, value ?? 0));
                    }}
                  />
                </Row>
              ))
            : null}
          <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
            <FileButton accept=".json" onFile={(file) => void open(file)}>
              Open a vehicle file
            </FileButton>
            <Button
              variant="outlined"
              disabled={!made.ok}
              onClick={() => {
                if (made.ok)
                  saveFile(
                    `${id}.vehicle.json`,
                    `${JSON.stringify(made.value, null, 2)}\n`,
                    'application/json',
                  );
              }}
            >
              Save as a file
            </Button>
            {own ? <RemoveOwn file={own} title={base.title} onRemoved={done} /> : null}
          </Stack>
        </Box>
      </Box>
    </Box>
  );
}

const rounded = (value: number): number => Number(value.toFixed(3));

const withTrailer = (before: Figures, key: keyof Trailer, value: number): Figures =>
  before.trailer ? { ...before, trailer: { ...before.trailer, [key]: value } } : before;

/** The title of the field that a problem is about. */
function titleOf(path: string): string {
  const [first, second] = path.split('.');
  const own = first === 'trailer' ? trailerMeasures.find(({ key }) => key === second) : undefined;
  return own?.title ?? measures.find(({ key }) => key === first)?.title ?? path;
}

/** One figure: how it is measured, and what was. */
function Row({
  title,
  how,
  onFocus,
  onBlur,
  children,
}: {
  readonly title: string;
  readonly how: string;
  readonly onFocus?: () => void;
  readonly onBlur?: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <Box
      onFocus={onFocus}
      onBlur={onBlur}
      sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 150px', gap: 2, alignItems: 'start' }}
    >
      <Box>
        <Typography>{title}</Typography>
        <Typography variant="body2" color="text.secondary">
          {how}
        </Typography>
      </Box>
      {children}
    </Box>
  );
}
