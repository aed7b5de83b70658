import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v4 as newId } from 'uuid';
import type { StandardRef } from '../../../core/standard';
import type { Run } from '../../../core/yard';
import { errorText, useKeepPracticeMutation, useLearnerQuery } from '../../data/api';
import { skipToken } from '@reduxjs/toolkit/query';
import { LearnerPicker, type Picked } from '../../parts/people';
import { ErrorNote, localZone } from '../../parts/ui';

interface Props {
  readonly run: Run;
  readonly standard: StandardRef;
  readonly startedAt: Date;
}

/** Keeps a finished run with a learner: practice on a screen, never evidence of driving on a road. */
export function KeepRun({ run, standard, startedAt }: Props) {
  const [params] = useSearchParams();
  const asked = params.get('learner');
  const { data: given } = useLearnerQuery(asked ?? skipToken);
  const [picked, setPicked] = useState<Picked | null | undefined>(undefined);
  const [missing, setMissing] = useState(false);
  // Sent again under the same id, it is kept once.
  const [id] = useState(() => newId());
  const [keep, { data: kept, error, isLoading }] = useKeepPracticeMutation();
  const learner = picked === undefined ? (given ?? null) : picked;
  if (kept)
    return (
      <Box role="status" sx={{ display: 'grid', gap: 0.5 }}>
        <Typography>Kept with {kept.learner.name} as practice.</Typography>
        <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
          <Link to={`/learners/${kept.learner.id}#yard-practice`}>{kept.learner.name}’s page</Link>
          <Link to={`/yard/runs/${kept.id}`}>This run</Link>
        </Box>
      </Box>
    );
  const save = (): void => {
    setMissing(!learner);
    if (!learner) return;
    void keep({
      id,
      run: {
        ...run,
        path: [...run.path],
        learner: learner.id,
        standard: { id: standard.id, version: standard.version },
        startedAt: startedAt.toISOString(),
        zone: localZone(),
      },
    });
  };
  return (
    <Box component="section" aria-label="Keep this run" sx={{ display: 'grid', gap: 1.5 }}>
      <LearnerPicker
        label="Who drove"
        chosen={learner}
        onChoose={setPicked}
        problem={missing && !learner ? 'Choose who drove.' : null}
      />
      <Button variant="contained" disabled={isLoading} onClick={save} sx={{ justifySelf: 'start' }}>
        Keep as practice
      </Button>
      {error ? (
        <ErrorNote title="Couldn’t keep the run" onRetry={save}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      <Typography variant="body2" color="text.secondary">
        It stands on the learner’s page. It is practice on a screen and doesn’t count towards readiness.
      </Typography>
    </Box>
  );
}
