import Close from '@mui/icons-material/CloseOutlined';
import { Box, Button, IconButton, InputAdornment, MenuItem, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { VehicleView } from '../../../contract';
import { checkShape, type Problem } from '../../../core/problems';
import { paperKinds, recordSchema, typedPressure, type PaperKind } from '../../../core/vehicle';
import { errorText, useChangeVehicleMutation } from '../../data/api';
import { useUnsaved } from '../../parts/unsaved';
import { ErrorNote, ProblemList } from '../../parts/ui';
import { pressureHelp } from '../../parts/vehicle';

interface PaperDraft {
  readonly kind: PaperKind;
  readonly until: string;
}

interface Draft {
  readonly front: string;
  readonly rear: string;
  readonly wheel: 'left' | 'right';
  readonly papers: readonly PaperDraft[];
}

/** Placard, side of the wheel, and until when each paper holds. */
export function RecordForm({ vehicle }: { readonly vehicle: VehicleView }) {
  const { record } = vehicle;
  const saved: Draft = {
    front: String(record.placard?.front ?? ''),
    rear: String(record.placard?.rear ?? ''),
    wheel: record.wheel,
    papers: record.papers,
  };
  // Only what was typed, so that another change of the vehicle takes nothing of it away.
  const [edits, setEdits] = useState<Partial<Draft>>({});
  const edit = (part: Partial<Draft>) => setEdits({ ...edits, ...part });
  const { front, rear, wheel, papers } = { ...saved, ...edits };
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [change, { error, isLoading }] = useChangeVehicleMutation();
  const touched = JSON.stringify({ ...saved, ...edits }) !== JSON.stringify(saved);
  useUnsaved(touched);
  const save = async () => {
    const placard =
      front.trim() === '' && rear.trim() === ''
        ? null
        : { front: typedPressure(front) ?? NaN, rear: typedPressure(rear) ?? NaN };
    const result = checkShape(recordSchema, { wheel, placard, papers });
    setProblems(result.ok ? [] : result.problems);
    if (!result.ok) return;
    const kept = await change({
      id: vehicle.id,
      revision: vehicle.revision,
      change: { record: result.value },
    });
    if (kept.data) setEdits({});
  };
  const kpa = { endAdornment: <InputAdornment position="end">kPa</InputAdornment> };
  return (
    <Box component="section" aria-labelledby="record">
      <Typography variant="h2" id="record" sx={{ mb: 1.5 }}>
        Tyre pressures and documents
      </Typography>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mb: 2 }}>
        <TextField
          label="Front tyre pressure"
          value={front}
          onChange={(event) => edit({ front: event.target.value })}
          helperText={pressureHelp(front, null)}
          slotProps={{ input: kpa, htmlInput: { inputMode: 'decimal' } }}
          sx={{ width: 230 }}
        />
        <TextField
          label="Rear tyre pressure"
          value={rear}
          onChange={(event) => edit({ rear: event.target.value })}
          helperText={pressureHelp(rear, null)}
          slotProps={{ input: kpa, htmlInput: { inputMode: 'decimal' } }}
          sx={{ width: 230 }}
        />
        <TextField
          select
          label="Steering wheel side"
          value={wheel}
          onChange={(event) => edit({ wheel: event.target.value === 'left' ? 'left' : 'right' })}
          sx={{ width: 190 }}
        >
          <MenuItem value="left">left</MenuItem>
          <MenuItem value="right">right</MenuItem>
        </TextField>
      </Box>
      <Box
        component="ul"
        aria-label="Documents"
        sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.5 }}
      >
        {papers.map((paper, n) => {
          const set = (part: Partial<PaperDraft>) =>
            edit({ papers: papers.map((one, m) => (m === n ? { ...one, ...part } : one)) });
          return (
            <Box
              component="li"
              key={n}
              sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}
            >
              <TextField
                select
                label="Document"
                value={paper.kind}
                onChange={(event) => set({ kind: event.target.value as PaperKind })}
                sx={{ flex: '1 1 220px', maxWidth: 320 }}
              >
                {Object.entries(paperKinds).map(([id, title]) => (
                  <MenuItem key={id} value={id}>
                    {title}
                  </MenuItem>
                ))}
              </TextField>
              <TextField
                type="date"
                label="Valid until"
                value={paper.until}
                onChange={(event) => set({ until: event.target.value })}
                slotProps={{ inputLabel: { shrink: true } }}
              />
              <IconButton
                aria-label={`Remove ${paperKinds[paper.kind]}`}
                onClick={() => edit({ papers: papers.filter((_, m) => m !== n) })}
              >
                <Close />
              </IconButton>
            </Box>
          );
        })}
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, mt: 2, flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          onClick={() => edit({ papers: [...papers, { kind: 'insurance', until: '' }] })}
        >
          Add a document
        </Button>
        <Button variant="contained" disabled={!touched || isLoading} onClick={() => void save()}>
          Save the record
        </Button>
      </Box>
      {problems.length > 0 ? (
        <Box role="alert" sx={{ mt: 1.5 }}>
          Nothing was stored:
          <ProblemList problems={problems} />
        </Box>
      ) : null}
      {error ? <ErrorNote title="Couldn’t save it">{errorText(error)}</ErrorNote> : null}
    </Box>
  );
}
