import {
  Autocomplete,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  Stack,
  TextField,
} from '@mui/material';
import { useState } from 'react';
import { clockText, secondsSince, typedSeconds, type Judgement } from '../../../core/marking';
import { refusalWords, type Refusal } from '../../../core/session';
import { compileStandard, type Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { useUnsaved } from '../unsaved';
import { ErrorNote } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly act: DoAction;
  /** The mark to change; null for one that was not marked. */
  readonly mark: Judgement['marks'][number] | null;
  readonly onClose: () => void;
}

/** What it was, how grave, when, and a note about it. */
export function MarkDialog({ standard, judgement, startedAt, act, mark, onClose }: Props) {
  const { itemOf, severities } = compileStandard(standard);
  const { drive } = judgement;
  const items = standard.sections.flatMap((section) =>
    section.items.map(({ id, label }) => ({ id, label, section: section.title })),
  );
  const [item, setItem] = useState(mark?.item ?? null);
  const [severity, setSeverity] = useState(mark?.severity ?? '');
  const end = drive.end?.at ?? drive.lastAt ?? startedAt;
  const [time, setTime] = useState(clockText(secondsSince(startedAt, mark?.at ?? end)));
  const [note, setNote] = useState('');
  const [refused, setRefused] = useState<Refusal | null>(null);
  const [tried, setTried] = useState(false);
  const dirty = item !== (mark?.item ?? null) || severity !== (mark?.severity ?? '') || note !== '';
  const { close, saved } = useUnsaved(dirty);
  const leave = () => close(onClose);
  const allowed = item === null ? [] : itemOf(item).item.severities;
  const grade = allowed.includes(severity) ? severity : (allowed[0] ?? '');
  const seconds = typedSeconds(time);
  const save = () => {
    setTried(true);
    if (item === null || seconds === null) return;
    const unchanged = mark !== null && mark.item === item && mark.severity === grade;
    const done = unchanged
      ? { ids: [mark.by], refused: null }
      : mark
        ? act({ do: 'change-mark', mark, item, severity: grade })
        : act({
            do: 'add-mark',
            item,
            severity: grade,
            startedAt,
            seconds,
          });
    setRefused(done.refused);
    if (done.refused) return;
    const of = done.ids.at(-1);
    if (note.trim() !== '' && of !== undefined) act({ do: 'note', text: note.trim(), of });
    saved();
    onClose();
  };
  const title = mark ? `Change “${itemOf(mark.item).item.label}”` : 'Add a mark';
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="sm" aria-labelledby="mark-editor">
      <DialogTitle id="mark-editor">{title}</DialogTitle>
      <DialogContent>
        <Stack spacing={2.5} sx={{ pt: 1 }}>
          {refused ? <ErrorNote title="Couldn’t save">{refusalWords(refused)}</ErrorNote> : null}
          <Autocomplete
            autoHighlight
            options={items}
            value={items.find(({ id }) => id === item) ?? null}
            groupBy={({ section }) => section}
            getOptionKey={({ id }) => id}
            getOptionLabel={({ label }) => label}
            onChange={(_event, chosen) => setItem(chosen?.id ?? null)}
            renderInput={(params) => (
              <TextField
                {...params}
                label="What"
                error={tried && item === null}
                helperText={tried && item === null ? 'Choose what it was.' : undefined}
              />
            )}
          />
          <TextField
            select
            label="How grave"
            value={grade}
            disabled={item === null}
            onChange={(event) => setSeverity(event.target.value)}
          >
            {allowed.map((id) => (
              <MenuItem key={id} value={id}>
                {severities.get(id)?.label}
              </MenuItem>
            ))}
          </TextField>
          {mark ? null : (
            <TextField
              label="When, since the start (h:min:s)"
              value={time}
              onChange={(event) => setTime(event.target.value)}
              error={tried && seconds === null}
              helperText={
                tried && seconds === null
                  ? 'Type a time such as 0:12:30.'
                  : `The drive ended at ${clockText(secondsSince(startedAt, end))}.`
              }
            />
          )}
          <TextField
            label="Note, for instructors only (optional)"
            multiline
            minRows={2}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 1_000 } }}
          />
        </Stack>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={leave}>
          Cancel
        </Button>
        <Button variant="contained" onClick={save}>
          {mark ? 'Save' : 'Add'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
