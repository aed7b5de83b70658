import { v4 as newId } from 'uuid';
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  FormControlLabel,
  Switch,
  TextField,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import type { LessonView } from '../../../contract';
import {
  errorText,
  useEndCalendarMutation,
  useKeepLessonMutation,
  useLessonsQuery,
  useMakeCalendarMutation,
} from '../../data/api';
import { useEverybody } from '../../parts/people';
import { colour, ErrorNote, FileButton, localZone, EndsAfter } from '../../parts/ui';
import { dayTitle, dayOf, timeOf } from './days';
import { calendarSpan, readCalendar, type CalendarRead } from './readCalendar';

/** How long an address may work. */
const DAYS = [30, 90, 365, 730] as const;

/** The diary in other calendars, and other calendars in the diary. */
export function CalendarDialog({ onClose }: { readonly onClose: () => void }) {
  const [make, made] = useMakeCalendarMutation();
  const [end, ended] = useEndCalendarMutation();
  const [days, setDays] = useState(365);
  const [fullNames, setFullNames] = useState(false);
  const address = made.data?.url ?? null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Other calendars</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 3 }}>
        <Box component="section" aria-label="Your diary in another calendar">
          <Typography variant="h3">Your diary in another calendar</Typography>
          <Typography sx={{ color: 'text.secondary', mb: 1 }}>
            Another calendar can subscribe to this secret address. A new one replaces the old one. Other
            devices must be able to reach this server.
          </Typography>
          {made.error ? (
            <ErrorNote title="Couldn’t make an address">{errorText(made.error)}</ErrorNote>
          ) : null}
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', mt: 2, mb: 2 }}>
            <EndsAfter days={days} choices={DAYS} onChoose={setDays} />
            <FormControlLabel
              control={<Switch checked={fullNames} onChange={(_, on) => setFullNames(on)} />}
              label="Show full names (otherwise first names)"
            />
          </Box>
          {address && !ended.isSuccess ? (
            <TextField
              label="The address, shown this once"
              value={address}
              fullWidth
              slotProps={{
                htmlInput: {
                  readOnly: true,
                  onFocus: (event: React.FocusEvent<HTMLInputElement>) => event.target.select(),
                },
              }}
              sx={{ mb: 1 }}
            />
          ) : null}
          {ended.isSuccess ? <Typography role="status">The address is ended.</Typography> : null}
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              variant="outlined"
              onClick={() => {
                ended.reset();
                void make({ days, fullNames });
              }}
            >
              Make a new address
            </Button>
            <Button color="inherit" onClick={() => void end()}>
              End the address
            </Button>
          </Box>
        </Box>
        <Bring />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Done</Button>
      </DialogActions>
    </Dialog>
  );
}

/** Reads a calendar file, shows what is in it, and keeps it when told to. */
function Bring() {
  const everybody = useEverybody();
  const [span] = useState(() => calendarSpan(new Date()));
  const { data: held } = useLessonsQuery({ from: span.from.toISOString(), until: span.until.toISOString() });
  const [keep] = useKeepLessonMutation();
  const [read, setRead] = useState<CalendarRead | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const open = async (file: File) => {
    setTold(null);
    setRead(readCalendar(await file.text(), await everybody(), { ...span, zone: localZone() }));
  };
  const bring = async () => {
    if (!read) return;
    const byUid = new Map(
      (held?.items ?? []).map((lesson): [string, LessonView] => [lesson.uid ?? lesson.id, lesson]),
    );
    let [added, changed, failed] = [0, 0, 0];
    for (const { uid, lesson } of read.events) {
      const known = byUid.get(uid);
      // What was chosen here, such as the vehicle, stays.
      const merged = known
        ? {
            ...lesson,
            kind: known.kind,
            learner: lesson.learner ?? known.learner?.id ?? null,
            vehicle: known.vehicle?.id ?? null,
            route: known.route?.id ?? null,
            lat: known.lat,
            lon: known.lon,
            note: known.note,
            uid: known.uid,
          }
        : lesson;
      const done = await keep({
        id: known?.id ?? newId(),
        revision: known?.revision ?? null,
        lesson: merged,
      })
        .unwrap()
        .catch(() => null);
      if (!done) failed += 1;
      else if (known) changed += 1;
      else added += 1;
    }
    setTold(`${added} added, ${changed} updated${failed > 0 ? `, ${failed} refused by the server` : ''}.`);
    setRead(null);
  };
  return (
    <Box component="section" aria-label="Import a calendar">
      <Typography variant="h3">Import a calendar file</Typography>
      <Typography sx={{ color: 'text.secondary', mb: 1 }}>
        Events with a learner’s name in their title become lessons. Import the file again to update them.
      </Typography>
      <FileButton accept=".ics,text/calendar" onFile={(file: File) => void open(file)}>
        Choose a file (.ics)
      </FileButton>
      {told ? (
        <Typography role="status" sx={{ mt: 1 }}>
          {told}
        </Typography>
      ) : null}
      {read && read.problems.length > 0 ? (
        <Box component="ul" aria-label="Left out" sx={{ mt: 1, mb: 0, pl: 2.5, color: colour('ochre') }}>
          {read.problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </Box>
      ) : null}
      {read && read.events.length > 0 ? (
        <>
          <Box
            component="ul"
            aria-label="Found"
            sx={{ mt: 1, pl: 2.5, maxHeight: 220, overflow: 'auto' }}
            tabIndex={0}
          >
            {read.events.map(({ uid, summary, lesson }) => (
              <li key={uid}>
                {dayTitle(dayOf(lesson.startsAt))}, {timeOf(lesson.startsAt)}, {lesson.minutes} min: {summary}
              </li>
            ))}
          </Box>
          <Button variant="contained" onClick={() => void bring()}>
            Import {read.events.length} {read.events.length === 1 ? 'entry' : 'entries'}
          </Button>
        </>
      ) : null}
    </Box>
  );
}
