import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useState, type FormEvent } from 'react';
import { errorText, useHealthQuery, useSignInMutation, useSignInToDemoMutation } from '../data/api';
import { colour, ErrorNote, Wren } from '../parts/ui';
import { NotSecure } from './NotSecure';
import { forgetTheDay } from './offline';

/** Name and passphrase, checked as far as a page can, and the way into the demo. */
function useSignIn() {
  const { data: health } = useHealthQuery();
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [signInToDemo, demo] = useSignInToDemoMutation();
  const [missing, setMissing] = useState<ReadonlySet<string>>(new Set());
  // Two words, and every kilobyte here comes before the first screen: no form library; the server has the rules.
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const given = { name: String(form.get('name')), passphrase: String(form.get('passphrase')) };
    const empty = new Set(Object.entries(given).flatMap(([key, text]) => (text.trim() === '' ? [key] : [])));
    setMissing(empty);
    // Nothing of who was here before: an answer may have come in while they left.
    if (empty.size === 0) void forgetTheDay().then(() => signIn(given));
  };
  const fields = (name = '') => (
    <>
      <TextField
        label="Your name"
        autoComplete="username"
        name="name"
        defaultValue={name}
        error={missing.has('name')}
        helperText={missing.has('name') ? 'Enter your name.' : undefined}
      />
      <TextField
        label="Passphrase"
        type="password"
        autoComplete="current-password"
        name="passphrase"
        autoFocus={name !== ''}
        error={missing.has('passphrase')}
        helperText={missing.has('passphrase') ? 'Enter your passphrase.' : undefined}
      />
    </>
  );
  return { health, submit, fields, failure: error ?? demo.error, isLoading, signInToDemo, demo };
}

/** Signs in again over a screen whose session has ended. */
export function SignInForm({ name }: { readonly name: string }) {
  const { health, submit, fields, failure, isLoading, signInToDemo, demo } = useSignIn();
  return (
    <Stack component="form" spacing={2.5} noValidate onSubmit={submit} sx={{ p: 3 }}>
      <Typography id="signed-out" variant="h2">
        Sign in again
      </Typography>
      <Typography>Your session has ended. Everything on this screen is still here.</Typography>
      {failure ? <ErrorNote title="You are not signed in">{errorText(failure)}</ErrorNote> : null}
      {fields(name)}
      <Button type="submit" variant="contained" disabled={isLoading}>
        Sign in
      </Button>
      {health?.demo ? (
        <Button variant="outlined" disabled={demo.isLoading} onClick={() => void signInToDemo()}>
          Back into the demo school
        </Button>
      ) : null}
    </Stack>
  );
}

export function SignInPage() {
  const { health, submit, fields, failure, isLoading, signInToDemo, demo } = useSignIn();
  return (
    <Box sx={{ minHeight: '100vh', display: 'flex', flexDirection: 'column', bgcolor: 'background.default' }}>
      <NotSecure />
      <Box component="main" sx={{ flex: 1, display: 'grid', placeItems: 'center', p: 2 }}>
        <Box sx={{ width: '100%', maxWidth: 440 }}>
          <Stack direction="row" spacing={2} sx={{ alignItems: 'center', mb: 4 }}>
            <Wren size={64} />
            <Box>
              <Typography variant="h1">Jasperwren</Typography>
              <Typography sx={{ color: 'text.secondary' }}>
                Mock tests, marked as the examiner would
              </Typography>
            </Box>
          </Stack>
          {health?.demo ? (
            <Box sx={{ pb: 4, mb: 4, borderBottom: `1px solid ${colour('line')}` }}>
              <Button
                variant="contained"
                size="large"
                fullWidth
                sx={{ minHeight: 64, fontSize: '1.2rem' }}
                disabled={demo.isLoading}
                onClick={() => void forgetTheDay().then(() => signInToDemo())}
              >
                Look round the demo school
              </Button>
              <Typography sx={{ mt: 1, color: 'text.secondary' }}>
                Made-up learners of Pellam Cross, on this machine only.
              </Typography>
            </Box>
          ) : null}
          <Stack component="form" spacing={2.5} noValidate onSubmit={submit}>
            {failure ? <ErrorNote title="You are not signed in">{errorText(failure)}</ErrorNote> : null}
            {fields()}
            <Button type="submit" variant={health?.demo ? 'outlined' : 'contained'} disabled={isLoading}>
              Sign in
            </Button>
          </Stack>
        </Box>
      </Box>
    </Box>
  );
}
