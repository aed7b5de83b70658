import { Box, Button, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { typedNumber } from '../../../core/numbers';
import { settingWords, usualSettings, type ReadinessSettings } from '../../../core/readiness';
import { errorText, useKeepReadinessSettingsMutation, useReadinessSettingsQuery } from '../../data/api';
import { useUnsaved } from '../../parts/unsaved';
import { colour, ErrorNote, LoadingNote } from '../../parts/ui';

type Key = keyof ReadinessSettings;
const keys = Object.keys(settingWords) as Key[];

const groups: readonly (readonly [title: string, keys: readonly Key[]])[] = [
  [
    'Requirements for “ready”',
    [
      'readyPass',
      'readyLow',
      'nearlyPass',
      'mocks',
      'mockDays',
      'routes',
      'cleanMocks',
      'helpMocks',
      'helpVoice',
      'helpHands',
      'questions',
    ],
  ],
  ['Too little evidence', ['leastTests', 'widest']],
  [
    'How mocks count',
    [
      'halfLife',
      'priorTests',
      'levelShape',
      'slopeSpread',
      'steady',
      'daySpread',
      'nerves',
      'usualMinors',
      'usualGrave',
    ],
  ],
  ['What to work on', ['readyMinors', 'readyGrave', 'hourFactor', 'weekHours']],
  ['Simulation', ['outer', 'inner']],
];

/** Every constant of the judgement, with its bounds and how it ships. */
export function SettingsView() {
  const { data, error } = useReadinessSettingsQuery();
  if (error) return <ErrorNote title="The settings could not be loaded">{errorText(error)}</ErrorNote>;
  if (!data) return <LoadingNote what="the settings" />;
  return <SettingsForm settings={data.settings} revision={data.revision} />;
}

function SettingsForm({
  settings,
  revision,
}: {
  readonly settings: ReadinessSettings;
  readonly revision: number;
}) {
  const [keep, { error, isLoading, isSuccess }] = useKeepReadinessSettingsMutation();
  // Only what was typed, so that neither a save nor another device takes it away.
  const [edits, setEdits] = useState<Readonly<Partial<Record<Key, string>>>>({});
  const texts = Object.fromEntries(keys.map((key) => [key, edits[key] ?? String(settings[key])])) as Readonly<
    Record<Key, string>
  >;
  const problem = (key: Key): string | null => {
    const [, , least, most] = settingWords[key];
    const value = typedNumber(texts[key]);
    return value !== null && value >= least && value <= most ? null : `From ${least} to ${most}.`;
  };
  const values = () =>
    Object.fromEntries(keys.map((key) => [key, typedNumber(texts[key])])) as Partial<ReadinessSettings>;
  const changed = keys.some((key) => texts[key] !== String(settings[key]));
  useUnsaved(changed);
  const broken = keys.some((key) => problem(key) !== null);
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (!broken) void keep({ revision, settings: values() });
      }}
      sx={{ display: 'grid', gap: 4 }}
    >
      <Typography sx={{ maxWidth: 760 }}>
        These numbers are ours, not an authority’s. Whatever is changed here changes every learner’s forecast
        at once, and the forecast made before a licence test stays as it was.
      </Typography>
      {groups.map(([title, own]) => (
        <Box component="section" key={title} aria-label={title}>
          <Typography variant="h2" sx={{ mb: 1.5 }}>
            {title}
          </Typography>
          <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fill, minmax(260px, 1fr))' }}>
            {own.map((key) => {
              const [name, unit] = settingWords[key];
              const wrong = problem(key);
              const asShipped = usualSettings[key];
              return (
                <TextField
                  key={key}
                  label={unit === '' ? name : `${name}, ${unit}`}
                  value={texts[key]}
                  onChange={(event) => setEdits({ ...edits, [key]: event.target.value })}
                  error={wrong !== null}
                  helperText={
                    wrong ?? (typedNumber(texts[key]) === asShipped ? 'As it ships' : `Ships as ${asShipped}`)
                  }
                  slotProps={{ htmlInput: { inputMode: 'decimal' } }}
                />
              );
            })}
          </Box>
        </Box>
      ))}
      {error ? <ErrorNote title="Couldn’t save the settings">{errorText(error)}</ErrorNote> : null}
      <Box
        sx={{
          display: 'flex',
          gap: 1.5,
          alignItems: 'center',
          borderTop: `1px solid ${colour('line')}`,
          pt: 2,
        }}
      >
        <Button type="submit" variant="contained" disabled={!changed || broken || isLoading}>
          Save
        </Button>
        <Button
          color="inherit"
          onClick={() => setEdits(Object.fromEntries(keys.map((key) => [key, String(usualSettings[key])])))}
        >
          Reset to defaults
        </Button>
        <Typography role="status" sx={{ color: 'text.secondary' }}>
          {isLoading ? 'Saving …' : isSuccess && !changed ? 'Saved.' : ''}
        </Typography>
      </Box>
    </Box>
  );
}
