import { Box, Button, Checkbox, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { LearnerView } from '../../../contract';
import { papersOn } from '../../../core/readiness';
import { errorText, useChangeLearnerMutation } from '../../data/api';
import { colour, ErrorNote } from '../../parts/ui';

interface Draft {
  readonly title: string;
  readonly seen: boolean;
  readonly until?: string | null;
}

/** Papers that are needed on the day, whether they were seen, and until when they are good. */
export function Papers({ learner }: { readonly learner: LearnerView }) {
  const [change, { error }] = useChangeLearnerMutation();
  const [title, setTitle] = useState('');
  const papers: readonly Draft[] = learner.papers;
  const keep = (next: readonly Draft[]) =>
    void change({
      id: learner.id,
      revision: learner.revision,
      change: {
        papers: next.map((paper) => ({ title: paper.title, seen: paper.seen, until: paper.until ?? null })),
      },
    });
  const with_ = (n: number, part: Partial<Draft>) =>
    papers.map((paper, m) => (m === n ? { ...paper, ...part } : paper));
  const held = papersOn(papers, learner.testDate ?? new Date().toISOString().slice(0, 10), null);
  return (
    <Box component="section" aria-labelledby="papers" id="documents">
      <Typography variant="h2" id="papers">
        Documents and dates
      </Typography>
      <Typography sx={{ color: held.inOrder || papers.length === 0 ? 'text.secondary' : colour('ochre') }}>
        {papers.length === 0
          ? 'None entered: add what has to be shown on the day.'
          : `${held.inOrder ? 'In order' : 'Not in order'}: ${held.said}.`}
      </Typography>
      {error ? <ErrorNote title="Couldn’t save the documents">{errorText(error)}</ErrorNote> : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {papers.map((paper, n) => (
          <Box
            component="li"
            key={paper.title}
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              gap: 1,
              py: 1,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Checkbox
              checked={paper.seen}
              onChange={(event) => keep(with_(n, { seen: event.target.checked }))}
              slotProps={{ input: { 'aria-label': `${paper.title} seen` } }}
            />
            <Typography sx={{ flex: '1 1 140px' }}>{paper.title}</Typography>
            <TextField
              type="date"
              label="Good until"
              value={paper.until ?? ''}
              onChange={(event) =>
                keep(with_(n, { until: event.target.value === '' ? null : event.target.value }))
              }
              slotProps={{ inputLabel: { shrink: true } }}
              sx={{ width: 170 }}
            />
            <Button
              color="inherit"
              aria-label={`Remove ${paper.title}`}
              onClick={() => keep(papers.filter((_, m) => m !== n))}
            >
              Remove
            </Button>
          </Box>
        ))}
      </Box>
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          const name = title.trim();
          if (name === '' || papers.some((paper) => paper.title === name)) return;
          keep([...papers, { title: name, seen: false, until: null }]);
          setTitle('');
        }}
        sx={{ display: 'flex', gap: 1, mt: 1.5 }}
      >
        <TextField
          label="Another document"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          sx={{ flex: 1 }}
        />
        <Button type="submit" variant="outlined">
          Add
        </Button>
      </Box>
    </Box>
  );
}
