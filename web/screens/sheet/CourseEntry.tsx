import { Box, Button, Checkbox, FormControlLabel, TextField, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { sideTitle, typedRunSeconds, runClockText, type DueManoeuvre } from '../../../core/marking';
import {
  measuresOfManoeuvre,
  measuresOfTest,
  MOST_RUN_SECONDS,
  MOST_STROKES,
  placeOf,
} from '../../../core/session';
import { stepsToCount, unitText, type Standard } from '../../../core/standard';
import { colour, NumberField } from '../../parts/ui';
import type { Readings, RunEntry } from './course';
import { talliesOf, WHOLE_TEST, type Strokes } from './strokes';

interface Props {
  readonly standard: Standard;
  readonly due: readonly DueManoeuvre[];
  readonly entries: ReadonlyMap<string, RunEntry>;
  /** Of the whole test. */
  readonly readings: Readings;
  /** The manoeuvre that is being entered, or the whole test. */
  readonly place: string;
  readonly strokes: Strokes;
  readonly onPlace: (place: string) => void;
  readonly onEntry: (place: string, entry: RunEntry) => void;
  readonly onReadings: (readings: Readings) => void;
}

/** The course as it stands on the sheet: one manoeuvre is chosen; its time, counts and readings are entered. */
export function CourseEntry(props: Props) {
  const { standard, due, entries, place, strokes, onPlace, onEntry, onReadings, readings } = props;
  const here = due.find((one) => placeOf(one) === place);
  const entry = entries.get(place);
  const marks = (of: string) => talliesOf(standard, strokes, of).reduce((sum, { times }) => sum + times, 0);
  const ofTest = measuresOfTest(standard);
  return (
    <Box component="section" aria-labelledby="sheet-course">
      <Typography variant="h2" id="sheet-course" sx={{ mb: 1 }}>
        The course, one manoeuvre at a time
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gap: 1,
          gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, minmax(0, 1fr))' },
          mb: 2,
        }}
      >
        {due.map((one) => {
          const of = placeOf(one);
          const own = entries.get(of);
          return (
            <PlaceButton
              key={of}
              title={sideTitle(one.manoeuvre, one.side)}
              more={
                own?.driven
                  ? [own.seconds ? runClockText(own.seconds) : null, marksText(marks(of))]
                      .filter(Boolean)
                      .join(', ')
                  : 'not driven'
              }
              chosen={of === place}
              onChoose={() => onPlace(of)}
            />
          );
        })}
        <PlaceButton
          title="Whole test"
          more={marksText(marks(WHOLE_TEST))}
          chosen={place === WHOLE_TEST}
          onChoose={() => onPlace(WHOLE_TEST)}
        />
      </Box>
      {here && entry ? (
        <RunFields key={place} {...{ standard, entry }} due={here} onEntry={(next) => onEntry(place, next)} />
      ) : ofTest.length > 0 ? (
        <Fields>
          <MeasureFields measures={ofTest} values={readings} onChange={onReadings} />
        </Fields>
      ) : null}
    </Box>
  );
}

const marksText = (marks: number): string =>
  marks === 0 ? 'no mark' : marks === 1 ? '1 mark' : `${marks} marks`;

function PlaceButton({
  title,
  more,
  chosen,
  onChoose,
}: {
  readonly title: string;
  readonly more: string;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}) {
  return (
    <Button
      variant="outlined"
      color="inherit"
      aria-pressed={chosen}
      onClick={onChoose}
      sx={{
        minHeight: 64,
        display: 'block',
        textAlign: 'left',
        lineHeight: 1.2,
        borderColor: colour(chosen ? 'ink' : 'line'),
        borderWidth: chosen ? 3 : 1,
        bgcolor: chosen ? colour('wash') : 'transparent',
      }}
    >
      <Box component="span" sx={{ display: 'block', fontWeight: 700 }}>
        {title}
      </Box>
      <Box component="span" sx={{ fontWeight: 400 }}>
        {more}
      </Box>
    </Button>
  );
}

const Fields = ({ children }: { readonly children: ReactNode }) => (
  <Box
    sx={{
      display: 'grid',
      gap: 2,
      gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(3, minmax(0, 1fr))' },
      alignItems: 'start',
    }}
  >
    {children}
  </Box>
);

function RunFields({
  standard,
  due: { manoeuvre },
  entry,
  onEntry,
}: {
  readonly standard: Standard;
  readonly due: DueManoeuvre;
  readonly entry: RunEntry;
  readonly onEntry: (entry: RunEntry) => void;
}) {
  const [time, setTime] = useState(entry.seconds ? runClockText(entry.seconds) : '');
  const type = (text: string) => {
    setTime(text);
    const seconds = text.trim() === '' ? null : typedRunSeconds(text);
    const fits = seconds === null ? text.trim() === '' : seconds <= MOST_RUN_SECONDS;
    onEntry({ ...entry, seconds: fits ? seconds : undefined });
  };
  const allowed = manoeuvre.clock?.seconds;
  return (
    <>
      <FormControlLabel
        control={
          <Checkbox
            checked={entry.driven}
            onChange={({ target }) => onEntry({ ...entry, driven: target.checked })}
          />
        }
        label="Driven"
        sx={{ mb: 1 }}
      />
      {entry.driven ? (
        <Fields>
          {manoeuvre.clock ? (
            <TextField
              label="Time, minutes and seconds"
              value={time}
              onChange={({ target }) => type(target.value)}
              error={entry.seconds === undefined}
              helperText={
                entry.seconds === undefined
                  ? 'Such as 1:25, or 85 for seconds.'
                  : allowed === undefined
                    ? 'Empty where the sheet has none.'
                    : `At most ${runClockText(allowed)}.`
              }
            />
          ) : null}
          {stepsToCount(standard, manoeuvre).map(({ id, label, phase }) => (
            <NumberField
              key={id}
              label={phase === 'movement' ? 'Movements in the last attempt' : label}
              value={entry.counts[id] ?? null}
              least={phase === 'attempt' ? 1 : 0}
              most={MOST_STROKES}
              whole
              onNumber={(times) =>
                onEntry({
                  ...entry,
                  counts: { ...entry.counts, [id]: times ?? (phase === 'attempt' ? 1 : 0) },
                })
              }
            />
          ))}
          <MeasureFields
            measures={measuresOfManoeuvre(standard, manoeuvre)}
            values={entry.readings}
            onChange={(readings) => onEntry({ ...entry, readings })}
          />
        </Fields>
      ) : null}
    </>
  );
}

function MeasureFields({
  measures,
  values,
  onChange,
}: {
  readonly measures: Standard['measures'];
  readonly values: Readings;
  readonly onChange: (values: Readings) => void;
}) {
  return measures.map(({ id, label, unit }) => (
    <NumberField
      key={id}
      label={unit ? `${label}, ${unitText(unit)}` : label}
      value={values[id] ?? null}
      least={0}
      most={1_000_000}
      optional
      onNumber={(value) => onChange({ ...values, [id]: value })}
    />
  ));
}
