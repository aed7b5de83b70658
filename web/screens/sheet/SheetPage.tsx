import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { v4 as newId } from 'uuid';
import { isFixedCourse, judge, type DriveEvent } from '../../../core/marking';
import { typedNumber } from '../../../core/numbers';
import { readSheetTable, sheetEvents, type SheetTable, type Tally } from '../../../core/session';
import type { Standard } from '../../../core/standard';
import {
  errorText,
  newestVersions,
  useKeepSheetMutation,
  useLearnerQuery,
  useRoutesQuery,
  useSchoolQuery,
  useStandardQuery,
  useStandardsQuery,
  useVehiclesQuery,
} from '../../data/api';
import { LearnerPicker, type Picked } from '../../parts/people';
import { useUnsaved } from '../../parts/unsaved';
import {
  Aside,
  ChoiceField,
  ErrorNote,
  FileButton,
  inZone,
  LoadingNote,
  localZone,
  ProblemList,
  readText,
} from '../../parts/ui';
import { SheetGrid } from './SheetGrid';
import { SheetVerdict } from './SheetVerdict';
import { keyOf, talliesOf, type Strokes } from './strokes';

/** The day is known, the hour seldom: then it is taken as this. */
const USUAL_HOUR = '09:00';

/** A sheet as it lies on the table: whose, when, under which standard; then stroke by stroke, in its own order. */
export function SheetPage() {
  const [params] = useSearchParams();
  const { data: asked } = useLearnerQuery(params.get('learner') ?? skipToken);
  const [picked, setPicked] = useState<Picked | null | undefined>(undefined);
  const learner = picked === undefined ? (asked ?? null) : picked;
  const { data: standards, error } = useStandardsQuery();
  const { data: school } = useSchoolQuery();
  const { data: own } = useLearnerQuery(learner?.id ?? skipToken);
  const [chosen, setChosen] = useState<string | null>(null);
  const newest = newestVersions(standards?.items ?? []);
  const wanted = chosen ?? own?.preparesFor ?? school?.standard ?? null;
  const ref = newest.find(({ id }) => id === wanted);
  const { currentData: standard } = useStandardQuery(ref ?? skipToken);
  if (error) return <ErrorNote title="The standards could not be loaded">{errorText(error)}</ErrorNote>;
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box>
        <Typography variant="h1">Enter a paper sheet</Typography>
        <Typography sx={{ color: 'text.secondary' }}>
          A mock from before, or an official report. It’s judged like any mock and counts towards the
          forecast.
        </Typography>
      </Box>
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
        <LearnerPicker
          label="Learner"
          chosen={learner}
          onChoose={setPicked}
          autoFocus={params.get('learner') === null}
        />
        <ChoiceField
          label="Standard"
          value={ref?.id ?? ''}
          items={newest.map(({ id, title }) => [id, title] as const)}
          onChange={setChosen}
        />
      </Box>
      {ref && !standard ? <LoadingNote what="the standard" /> : null}
      {standard && isFixedCourse(standard) ? (
        <Aside role="note" tone="ochre">
          <Typography>
            {standard.title} is marked by manoeuvre with its clock and movements, which a sheet doesn’t have
            here. Choose a standard of the road.
          </Typography>
        </Aside>
      ) : null}
      {standard && !isFixedCourse(standard) ? (
        <SheetForm key={`${standard.id} ${standard.version}`} standard={standard} learner={learner} />
      ) : null}
    </Box>
  );
}

function SheetForm({ standard, learner }: { readonly standard: Standard; readonly learner: Picked | null }) {
  const [id] = useState(() => newId());
  const [strokes, setStrokes] = useState<Strokes>(new Map());
  const [day, setDay] = useState('');
  const [time, setTime] = useState('');
  const [minutesText, setMinutes] = useState(String(standard.drive?.minutes ?? 40));
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
  const tallies = useMemo(() => talliesOf(standard, strokes), [standard, strokes]);
  const judgement = useMemo(() => {
    const startedAt = '2026-01-01T09:00:00.000Z';
    const sheet = { startedAt, minutes: validMinutes ? minutes : 40, tallies, whole };
    const events = sheetEvents(standard, sheet).map(
      (event, n) => ({ at: startedAt, ...event, id: `e${n}`, device: 'sheet', seq: n }) as DriveEvent,
    );
    return judge(standard, events, { startedAt, retest: false });
  }, [standard, tallies, minutes, validMinutes, whole]);
  const add = (item: string, severity: string, by: 1 | -1) =>
    setStrokes((before) => {
      const key = keyOf({ item, severity });
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
      setStrokes(new Map(found.tallies.map((tally: Tally) => [keyOf(tally), tally.times])));
  };
  const save = async () => {
    setTried(true);
    if (!learner || day === '' || !validMinutes) return;
    const done = await keep({
      id,
      sheet: {
        learner: learner.id,
        standard: { id: standard.id, version: standard.version },
        vehicle: vehicle || null,
        route: route || null,
        retest: false,
        startedAt: inZone(`${day}T${time || USUAL_HOUR}`, localZone()),
        zone: localZone(),
        minutes,
        whole,
        tallies: [...tallies],
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
            error={!validMinutes}
            helperText={validMinutes ? undefined : 'A whole number from 1 to 240.'}
          />
        </Box>
        <SheetGrid {...{ standard, strokes }} onStroke={add} />
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
