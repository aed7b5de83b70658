import { Box, Typography } from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  newestVersions,
  useLearnerQuery,
  useSchoolQuery,
  useStandardQuery,
  useStandardsQuery,
  errorText,
} from '../../data/api';
import { LearnerPicker, type Picked } from '../../parts/people';
import { ChoiceField, ErrorNote, LoadingNote } from '../../parts/ui';
import { SheetForm } from './SheetForm';

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
      {standard ? (
        <SheetForm key={`${standard.id} ${standard.version}`} standard={standard} learner={learner} />
      ) : null}
    </Box>
  );
}
