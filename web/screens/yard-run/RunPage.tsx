import { Box, Button, Typography } from '@mui/material';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { API, type PracticeRunView } from '../../../contract';
import { layOut } from '../../../core/yard';
import { errorText, usePracticeRunQuery, useRemovePracticeMutation, useStandardQuery } from '../../data/api';
import { usePlan } from '../../data/yard';
import { dayText, ErrorNote, hourText, LoadingNote, RemoveButton, WindowTitle } from '../../parts/ui';
import { Columns, practiceLine, Replay, RunResult, Slips, usePlayback } from '../../parts/yard';

/** A run that was kept with a learner, played again beside the planned way. */
export function RunPage() {
  const { run: id = '' } = useParams();
  const { data, error, refetch } = usePracticeRunQuery(id);
  if (error)
    return (
      <ErrorNote title="Couldn’t load this run" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  return data ? <Shown key={id} practice={data} /> : <LoadingNote what="the run" />;
}

function Shown({ practice }: { readonly practice: PracticeRunView }) {
  const { learner, instructor, startedAt, zone, standard: ref, told, run } = practice;
  const { course, vehicle, settings, path } = run;
  const laid = useMemo(() => layOut(course, vehicle, settings), [course, vehicle, settings]);
  const { answer } = usePlan({ course, vehicle, settings });
  const { data: standard } = useStandardQuery(ref);
  const playback = usePlayback(path.at(-1)?.t ?? 0);
  const planned = answer?.feasible ? answer.plan.path : null;
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <WindowTitle name={`${learner.name}, ${told.course}`} />
      <Box>
        <Typography variant="h1">{told.course}</Typography>
        <Typography color="text.secondary">
          <Link to={`/learners/${learner.id}#yard-practice`}>{learner.name}</Link>
          {`, ${dayText(startedAt, zone)}, ${hourText(startedAt, zone)}, in ${told.vehicle}, with ${instructor.name}`}
        </Typography>
      </Box>
      {laid.ok ? (
        <Columns
          drawing={<Replay layout={laid.value} {...{ vehicle, path, planned, playback }} />}
          panel={
            <>
              <Box component="section" aria-label="Result" sx={{ display: 'grid', gap: 1.5 }}>
                <Typography variant="h2">Under {told.standard}</Typography>
                {standard ? (
                  <RunResult standard={standard} outcome={told.outcome} breaches={told.breaches} />
                ) : null}
                <Typography>{practiceLine(told)}.</Typography>
                {told.slips.length > 0 ? (
                  <Slips slips={told.slips} layout={laid.value} onSeek={playback.seek} />
                ) : null}
              </Box>
              <Typography variant="body2" color="text.secondary">
                This is practice on a screen. It doesn’t count towards readiness.
              </Typography>
              <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
                <Button component="a" href={`${API}/practice/${practice.id}/log`} variant="outlined">
                  Download the log
                </Button>
                <Remove id={practice.id} learner={learner.id} />
              </Box>
            </>
          }
        />
      ) : null}
    </Box>
  );
}

function Remove({ id, learner }: { readonly id: string; readonly learner: string }) {
  const [remove, { error, isLoading }] = useRemovePracticeMutation();
  const navigate = useNavigate();
  const go = async (): Promise<void> => {
    const gone = await remove(id);
    if (!('error' in gone)) void navigate(`/learners/${learner}`);
  };
  return (
    <RemoveButton
      label="Remove this run"
      title="Remove this run?"
      busy={isLoading}
      problem={error ? errorText(error) : null}
      onRemove={() => void go()}
    >
      It is taken off the learner’s page for good.
    </RemoveButton>
  );
}
