import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { useParams } from 'react-router';
import { PASSPHRASE_LEAST, Welcome, type WelcomeView } from '../../../contract';
import { nameKey } from '../../../core/names';
import { errorText, useAcceptWelcomeMutation, useWelcomeQuery } from '../../data/api';
import { PassphraseField, useBodyForm } from '../../parts/form';
import { NAME_PROBLEM, roleTitles, roleWords } from '../../parts/people';
import { ChoiceField, ErrorNote, LoadingNote, Wren } from '../../parts/ui';

/** Where a one-time link leads: the first person makes the school, others join it or choose a new passphrase. */
export function WelcomePage() {
  const { token = '' } = useParams();
  const { data, error, isLoading } = useWelcomeQuery(token);
  return (
    <Box
      component="main"
      sx={{ minHeight: '100vh', bgcolor: 'background.default', display: 'grid', placeItems: 'center', p: 2 }}
    >
      <Box sx={{ width: '100%', maxWidth: 560, py: 3 }}>
        <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center', mb: 3 }}>
          <Wren size={48} />
          <Typography sx={{ fontWeight: 700, fontSize: '1.2rem' }}>Jasperwren</Typography>
        </Stack>
        {isLoading ? <LoadingNote what="the link" /> : null}
        {error ? (
          <ErrorNote title="This link doesn’t work">
            {errorText(error)} Links work once. Ask an owner of the school for a new one, or sign in at this
            address without what stands behind the first slash.
          </ErrorNote>
        ) : null}
        {data ? <Answer token={token} asked={data} /> : null}
      </Box>
    </Box>
  );
}

const titles: Readonly<Record<WelcomeView['kind'], string>> = {
  first: 'Set up your school',
  join: 'Join the school',
  passphrase: 'Choose a new passphrase',
};

function intro({ kind, name, role, school }: WelcomeView): string {
  switch (kind) {
    case 'first':
      return 'You’ll be the owner: you can invite others, and change all settings later.';
    case 'join':
      return `You’re invited${school ? ` to ${school}` : ''} as: ${roleTitles[role]}. ${roleWords[role]}`;
    case 'passphrase':
      return `For ${name}. Your other devices are signed out; marks saved on them are kept.`;
  }
}

function Answer({ token, asked }: { readonly token: string; readonly asked: WelcomeView }) {
  const first = asked.kind === 'first';
  const [accept, { error, isLoading, isSuccess }] = useAcceptWelcomeMutation();
  const { field, handleSubmit, setValue, watch } = useBodyForm(Welcome, {
    passphrase: '',
    ...(asked.kind === 'passphrase' ? {} : { name: asked.name }),
    ...(first ? { school: '', standard: null, units: 'imperial', drivingSide: 'left' } : {}),
  });
  const [tried, setTried] = useState(false);
  const name = watch('name');
  const nameless = name !== undefined && nameKey(name) === '';
  const send = async (answer: Welcome) => {
    if (nameless) return;
    const done = await accept({ token, answer });
    // A fresh page: whoever was signed in here before has nothing left in it.
    if (!done.error) window.location.assign('/');
  };
  const choose = (id: string) => {
    const standard = asked.standards.find((one) => one.id === id);
    setValue('standard', standard?.id ?? null);
    if (!standard) return;
    setValue('units', standard.units);
    setValue('drivingSide', standard.drivingSide);
  };
  return (
    <Box
      component="form"
      aria-label={titles[asked.kind]}
      noValidate
      onSubmit={(event) => {
        setTried(true);
        void handleSubmit(send)(event);
      }}
    >
      <Typography variant="h1">{titles[asked.kind]}</Typography>
      <Typography sx={{ color: 'text.secondary', mb: 3 }}>{intro(asked)}</Typography>
      <Stack spacing={2.5}>
        {error ? <ErrorNote title="That didn’t work">{errorText(error)}</ErrorNote> : null}
        {asked.kind === 'passphrase' ? (
          <input type="text" autoComplete="username" value={asked.name} readOnly hidden aria-hidden />
        ) : (
          <TextField
            label="Your name"
            autoComplete="name"
            {...field('name', { help: 'You sign in with it.', problem: NAME_PROBLEM })}
            {...(tried && nameless ? { error: true, helperText: NAME_PROBLEM } : {})}
          />
        )}
        <PassphraseField
          label="Passphrase"
          autoComplete="new-password"
          {...field('passphrase', {
            help: `At least ${PASSPHRASE_LEAST} characters; a few words that belong to you are easiest.`,
            problem: `At least ${PASSPHRASE_LEAST} characters.`,
          })}
        />
        {first ? (
          <>
            <TextField label="Name of the school (optional)" {...field('school')} />
            <ChoiceField
              label="Standard that your learners prepare for"
              value={watch('standard') ?? ''}
              none="Decide later"
              items={asked.standards.map(
                ({ id, title, summary }) => [id, summary ? `${title}: ${summary}` : title] as const,
              )}
              onChange={choose}
              helperText="The rules of your licensing authority’s test. You can change it, and a learner can have another one."
            />
            <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2}>
              <ChoiceField
                fullWidth
                label="People drive on the"
                value={watch('drivingSide') ?? 'left'}
                items={[
                  ['left', 'Left'],
                  ['right', 'Right'],
                ]}
                onChange={(side) => setValue('drivingSide', side === 'right' ? 'right' : 'left')}
              />
              <ChoiceField
                fullWidth
                label="Lengths and speeds"
                value={watch('units') ?? 'imperial'}
                items={[
                  ['imperial', 'Miles, yards and mph'],
                  ['metric', 'Kilometres, metres and km/h'],
                ]}
                onChange={(units) => setValue('units', units === 'metric' ? 'metric' : 'imperial')}
              />
            </Stack>
          </>
        ) : null}
        <Button
          type="submit"
          variant="contained"
          size="large"
          disabled={isLoading || isSuccess}
          sx={{ minHeight: 56 }}
        >
          {isLoading || isSuccess
            ? 'One moment …'
            : first
              ? 'Set up the school'
              : asked.kind === 'join'
                ? 'Join'
                : 'Save and sign in'}
        </Button>
      </Stack>
    </Box>
  );
}
