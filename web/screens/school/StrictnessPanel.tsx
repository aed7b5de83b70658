import { Box, Button, Typography } from '@mui/material';
import { TRUST_TESTS, usualSettings, type Strictness } from '../../../core/readiness';
import {
  errorText,
  useKeepReadinessSettingsMutation,
  useMay,
  useReadinessSettingsQuery,
  useStrictnessQuery,
} from '../../data/api';
import { ErrorNote, LoadingNote } from '../../parts/ui';

/** Closer to one than this is as strict as the school. */
const AS_STRICT = 0.07;

const times = (factor: number): string => factor.toFixed(2).replace(/0$/, '');

/** What the results say of the school's own marking, in a sentence. */
function sentence({ factor, low, high, tests }: Strictness): string {
  if (tests < TRUST_TESTS) return 'There are too few results to say how strict licence tests are.';
  const sure = low > 1 || high < 1;
  const much = Math.abs(Math.log(factor)) < Math.log(1 + AS_STRICT);
  if (much) return 'Licence tests count about as many faults as your mocks.';
  const how = factor > 1 ? 'stricter than your mocks, or nerves add faults' : 'milder than your mocks';
  return sure ? `Licence tests are ${how}.` : `Licence tests may be ${how}; the results can’t tell for sure.`;
}

/** How strict licence tests are against the school's mocks, and whether forecasts take it into account. */
export function StrictnessPanel() {
  const { data, error } = useStrictnessQuery();
  const { data: held } = useReadinessSettingsQuery();
  const [keep, keeping] = useKeepReadinessSettingsMutation();
  const owner = useMay('manage the school');
  if (error) return <ErrorNote title="Strictness could not be worked out">{errorText(error)}</ErrorNote>;
  if (!data || !held) return <LoadingNote what="how strict licence tests are" />;
  const { strictness, pending } = data;
  if (!strictness) return null;
  const { nerves } = held.settings;
  const used = nerves !== usualSettings.nerves;
  const found = Number(strictness.factor.toFixed(2));
  const set = (factor: number) =>
    void keep({ revision: held.revision, settings: { ...held.settings, nerves: factor } });
  return (
    <Box component="section" aria-labelledby="strictness">
      <Typography variant="h2" id="strictness">
        How strict licence tests are
      </Typography>
      <Typography sx={{ fontSize: '1.2rem' }}>{sentence(strictness)}</Typography>
      <Typography>
        {times(strictness.factor)} times the faults of a mock, somewhere between {times(strictness.low)} and{' '}
        {times(strictness.high)} (80% range), from {strictness.tests} results.
        {strictness.tests < TRUST_TESTS ? ` ${TRUST_TESTS} results begin to say something.` : ''}
        {pending > 0 ? ` ${pending} more are being counted in.` : ''}
      </Typography>
      <Typography sx={{ color: 'text.secondary' }}>
        {used
          ? `Forecasts count ${times(nerves)} times the faults of a mock.`
          : 'Forecasts don’t use this: they count as many faults as in a mock.'}
      </Typography>
      {keeping.error ? <ErrorNote title="Couldn’t save">{errorText(keeping.error)}</ErrorNote> : null}
      {owner ? (
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mt: 1.5 }}>
          {found === nerves ? null : (
            <Button variant="outlined" disabled={keeping.isLoading} onClick={() => set(found)}>
              Use {times(found)} in forecasts
            </Button>
          )}
          {used ? (
            <Button color="inherit" disabled={keeping.isLoading} onClick={() => set(usualSettings.nerves)}>
              Stop using it
            </Button>
          ) : null}
        </Box>
      ) : null}
    </Box>
  );
}
