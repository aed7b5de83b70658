import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import type { Judgement } from '../../../core/marking';
import { compileStandard, type Standard } from '../../../core/standard';
import { PadGrid, searchItems, SectionTiles } from '../../parts/pads';
import { Glyph } from '../../parts/ui';

interface Fault {
  readonly item: string;
  readonly severity: string;
}

interface Props {
  readonly title: string;
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly onClose: () => void;
  readonly onSort: (faults: readonly Fault[]) => void;
}

/** One flag becomes one fault or several, found by letters or by area. */
export function SortDialog({ title, standard, judgement, onClose, onSort }: Props) {
  const [letters, setLetters] = useState('');
  const [section, setSection] = useState<string | null>(null);
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const inSection = standard.sections.find(({ id }) => id === section);
  const placed = letters
    ? searchItems(standard, letters)
    : (inSection?.items.map((item) => ({ item, section: inSection })) ?? []);
  const { itemOf, severities } = compileStandard(standard);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="sort-title">
      <DialogTitle id="sort-title">{title}</DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'grid', gap: 1.5, pt: 1 }}>
          <TextField
            autoFocus
            label="Find by letters"
            value={letters}
            onChange={(event) => setLetters(event.target.value)}
          />
          <SectionTiles
            sections={standard.sections}
            chosen={letters ? null : section}
            onChoose={(id) => {
              setLetters('');
              setSection(id);
            }}
          />
          <Box sx={{ minHeight: 240 }}>
            <PadGrid
              {...{ standard, placed, judgement }}
              chosen={null}
              onMark={(item, severity) => setFaults([...faults, { item: item.id, severity: severity.id }])}
              empty={
                letters ? `Nothing here begins with “${letters}”.` : 'Type a few letters, or choose an area.'
              }
            />
          </Box>
        </Box>
      </DialogContent>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, px: 3, py: 1 }} aria-label="Faults of this flag">
        {faults.map((fault, n) => {
          const severity = severities.get(fault.severity);
          return (
            <Box
              component="li"
              key={`${fault.item} ${n}`}
              sx={{ display: 'flex', alignItems: 'center', gap: 1 }}
            >
              {severity ? <Glyph gravity={severity.gravity} /> : null}
              <Typography sx={{ flex: 1 }}>
                {itemOf(fault.item).item.label}, {severity?.label.toLowerCase()}
              </Typography>
              <Button color="inherit" onClick={() => setFaults(faults.filter((_, at) => at !== n))}>
                Remove
              </Button>
            </Box>
          );
        })}
      </Box>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={() => onSort([])} sx={{ mr: 'auto' }}>
          It was nothing
        </Button>
        <Button color="inherit" onClick={onClose}>
          Not now
        </Button>
        <Button
          variant="contained"
          disabled={faults.length === 0}
          onClick={() => onSort(faults)}
          sx={{ minHeight: 56 }}
        >
          {faults.length > 1 ? `Sorted as these ${faults.length}` : 'Sorted as this'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
