import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { v4 as newId } from 'uuid';
import { isFixedCourse, judge, manoeuvresDue, sideTitle, type DriveEvent } from '../../../core/marking';
import { typedNumber } from '../../../core/numbers';
import { placeOf, readSheetTable, sheetEvents, type SheetTable } from '../../../core/session';
import type { Standard } from '../../../core/standard';
import { instantIn } from '../../../core/time';
import { errorText, useKeepSheetMutation, useRoutesQuery, useVehiclesQuery } from '../../data/api';
import type { Picked } from '../../parts/people';
import { useUnsaved } from '../../parts/unsaved';
import { ChoiceField, ErrorNote, FileButton, localZone, ProblemList, readText } from '../../parts/ui';
import { CourseEntry } from './CourseEntry';
import { blankRun, readingsOf, runsOfSheet, usualMinutes, type Readings, type RunEntry } from './course';
import { SheetGrid } from './SheetGrid';
import { SheetVerdict } from './SheetVerdict';
import { keyOf, strokesIn, talliesOf, WHOLE_TEST, type Strokes } from './strokes';

/** The day is known, the hour seldom: then it is taken as this. */
const USUAL_HOUR = '09:00';

interface Props {
  readonly standard: Standard;
  readonly learner: Picked | null;
}

/** When, how long, and stroke by stroke; of a fixed course one manoeuvre after the other. */
export function SheetForm({ standard, learner }: Props) {
  const [id] = useState(() => newId());
  const [strokes, setStrokes] = useState<Strokes>(new Map());
  const due = useMemo(() => (isFixedCourse(standard) ? manoeuvresDue(standard, []) : []), [standard]);
  const [entries, setEntries] = useState<ReadonlyMap<string, RunEntry>>(
    () => new Map(due.map((one) => [placeOf(one), blankRun(standard, one.manoeuvre)])),
  );
  const [readings, setReadings] = useState<Readings>({});
  const [place, setPlace] = useState(due[0] ? placeOf(due[0]) : WHOLE_TEST);
  const [day, setDay] = useState('');
  const [time, setTime] = useState('');
  const [minutesText, setMinutes] = useState(String(usualMinutes(standard)));
  const [whole, setWhole] = useState(true);
  const [official, setOfficial] = useState<'' | 'passed' | 'failed'>('');
  const [vehicle, setVehicle] = useState('');
  const [route, setRoute] = useState('');
  const [note, setNote] = useState('');
  const [tried, setTried] = useState(false);
  const [table, setTable] = useState<(SheetTable & { readonly file: string }) | null>(null);
  const [keep, { error, isLoading }] = useKeepSheetMutation();
  const { data: vehicles } = useVehiclesQuery();
  const { data: routes } = useRoutesQuery();
  const navigate = useNavigate();
  const { saved } = useUnsaved(strokes.size > 0 || note !== '');
  const minutes = typedNumber(minutesText, 'whole');
  const validMinutes = minutes !== null && Number.isInteger(minutes) && minutes >= 1 && minutes <= 240;
  const marked = useMemo(
    () => ({
      tallies: talliesOf(standard, strokes, WHOLE_TEST),
      runs: runsOfSheet(standard, due, entries, strokes),
      readings: readingsOf(readings),
    }),
    [standard, due, entries, strokes, readings],
  );
  const driven = marked.runs.reduce((sum, { seconds }) => sum + (seconds ?? 0), 0);
  const tooFew = validMinutes && driven > minutes * 60;
  const unread = [...entries.values()].some((entry) => entry.driven && entry.seconds === undefined);
  const judgement = useMemo(() => {
    const startedAt = '2026-01-01T09:00:00.000Z';
    const sheet = { startedAt, minutes: validMinutes ? minutes : 40, ...marked, whole };
    const events = sheetEvents(standard, sheet).map(
      (event, n) => ({ at: startedAt, ...event, id: `e${n}`, device: 'sheet', seq: n }) as DriveEvent,
    );
    return judge(standard, events, { startedAt, retest: false });
  }, [standard, marked, minutes, validMinutes, whole]);
  const here = due.find((one) => placeOf(one) === place);
  const add = (item: string, severity: string, by: 1 | -1) =>
    setStrokes((before) => {
      const key = keyOf({ place, item, severity });
      const times = Math.max(0, (before.get(key) ?? 0) + by);
      const after = new Map(before);
      if (times === 0) after.delete(key);
      else after.set(key, times);
      return after;
    });
  const read = async (file: File) => {
    const found = readSheetTable(standard, await readText(file));
    setTable({ ...found, file: file.name });
    if (found.tallies.length > 0)
      setStrokes(
        new Map(
          found.tallies.map((tally) => [keyOf({ ...tally, place: tally.place ?? WHOLE_TEST }), tally.times]),
        ),
      );
  };
  const save = async () => {
    setTried(true);
    if (!learner || day === '' || !validMinutes || tooFew || unread) return;
    const done = await keep({
      id,
      sheet: {
        learner: learner.id,
        standard: { id: standard.id, version: standard.version },
        vehicle: vehicle || null,
        route: route || null,
        retest: false,
        startedAt: instantIn(`${day}T${time || USUAL_HOUR}`, localZone()),
        zone: localZone(),
        minutes,
        whole,
        ...marked,
        note,
        ...(official === '' ? {} : { passed: official === 'passed' }),
      },
    });
    if (!done.data) return;
    saved();
    void navigate(`/mocks/${done.data.id}/reading`);
  };
  return (
    <Box
      sx={{
        display: 'grid',
        gap: { xs: 3, md: 4 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 320px' },
        alignItems: 'start',
      }}
    >
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
        <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr 1fr', sm: '1.3fr 1fr 1fr' } }}>
          <TextField
            type="date"
            label="Day"
            value={day}
            onChange={(event) => setDay(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
            error={tried && day === ''}
            helperText={tried && day === '' ? 'Choose the day.' : undefined}
          />
          <TextField
            type="time"
            label="Time, if known"
            value={time}
            onChange={(event) => setTime(event.target.value)}
            slotProps={{ inputLabel: { shrink: true } }}
          />
          <TextField
            label="Minutes driven"
            value={minutesText}
            onChange={(event) => setMinutes(event.target.value)}
            slotProps={{ htmlInput: { inputMode: 'numeric' } }}
            error={!validMinutes || tooFew}
            helperText={
              !validMinutes
                ? 'A whole number from 1 to 240.'
                : tooFew
                  ? `The manoeuvres took ${Math.ceil(driven / 60)} minutes together.`
                  : undefined
            }
          />
        </Box>
        {due.length > 0 ? (
          <CourseEntry
            {...{ standard, due, entries, readings, place, strokes }}
            onPlace={setPlace}
            onEntry={(of, entry) => setEntries((before) => new Map(before).set(of, entry))}
            onReadings={setReadings}
          />
        ) : null}
        <SheetGrid
          key={place}
          standard={standard}
          strokes={strokesIn(strokes, place)}
          where={here ? sideTitle(here.manoeuvre, here.side) : null}
          onStroke={add}
        />
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: 'minmax(0, 1fr)',
          position: { md: 'sticky' },
          top: { md: 16 },
        }}
      >
        <SheetVerdict {...{ standard, judgement }} />
        <FormControlLabel
          control={<Checkbox checked={whole} onChange={(event) => setWhole(event.target.checked)} />}
          label="The whole test was driven"
        />
        <ChoiceField
          label="Official result"
          value={official}
          none="Not an official sheet"
          items={[
            ['passed', 'Official: passed'],
            ['failed', 'Official: failed'],
          ]}
          onChange={(value) => setOfficial(value as typeof official)}
          helperText={
            official === ''
              ? undefined
              : 'Also entered under Licence tests, next to the forecast of that day.'
          }
        />
        <ChoiceField
          label="Vehicle"
          value={vehicle}
          none="Not named"
          items={(vehicles?.items ?? []).map(({ id: own, name }) => [own, name] as const)}
          onChange={setVehicle}
        />
        <ChoiceField
          label="Route"
          value={route}
          none="None"
          items={(routes?.items ?? []).map(({ id: own, title }) => [own, title] as const)}
          onChange={setRoute}
        />
        <TextField
          label="Note, for instructors only"
          multiline
          minRows={2}
          value={note}
          onChange={(event) => setNote(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 2_000 } }}
        />
        <FileButton accept=".csv,text/csv" onFile={(file) => void read(file)}>
          Import marks from a CSV file
        </FileButton>
        {table ? (
          <Box role="status">
            <Typography>
              {table.file}: {table.tallies.reduce((sum, { times }) => sum + times, 0)} marks read.
            </Typography>
            {table.problems.length > 0 ? <ProblemList problems={table.problems} /> : null}
          </Box>
        ) : null}
        {error ? <ErrorNote title="Couldn’t save">{errorText(error)}</ErrorNote> : null}
        {tried && unread ? (
          <Typography role="alert" sx={{ color: 'error.main' }}>
            A time of a manoeuvre can’t be read.
          </Typography>
        ) : null}
        {tried && !learner ? (
          <Typography role="alert" sx={{ color: 'error.main' }}>
            Choose the learner at the top.
          </Typography>
        ) : null}
        <Button
          variant="contained"
          size="large"
          disabled={isLoading}
          onClick={() => void save()}
          sx={{ minHeight: 64, fontSize: '1.15rem' }}
        >
          Save, and read it
        </Button>
      </Box>
    </Box>
  );
}
