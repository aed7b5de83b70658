import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useForm } from 'react-hook-form';
import type { SignIn } from '../../contract';
import { errorText, useHealthQuery, useSignInMutation, useSignInToDemoMutation } from '../api';
import { colour, ErrorNote, Wren } from '../ui';

export function SignInPage() {
  const { data: health } = useHealthQuery();
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [signInToDemo, demo] = useSignInToDemoMutation();
  const { register, handleSubmit, formState } = useForm<SignIn>({
    resolver: async (...given) => (await import('./signInRules')).signInResolver(...given),
    defaultValues: { name: '', passphrase: '' },
  });
  const failure = error ?? demo.error;
  return (
    <Box
      component="main"
      sx={{ minHeight: '100vh', display: 'grid', placeItems: 'center', p: 2, bgcolor: 'background.default' }}
    >
      <Box sx={{ width: '100%', maxWidth: 440 }}>
        <Stack direction="row" spacing={2} sx={{ alignItems: 'center', mb: 4 }}>
          <Wren size={64} />
          <Box>
            <Typography variant="h1">Jasperwren</Typography>
            <Typography sx={{ color: 'text.secondary' }}>Mock tests, marked as the examiner would</Typography>
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
              onClick={() => void signInToDemo()}
            >
              Look round the demo school
            </Button>
            <Typography sx={{ mt: 1, color: 'text.secondary' }}>
              Made-up learners of Pellam Cross, on this machine only.
            </Typography>
          </Box>
        ) : null}
        <Stack
          component="form"
          spacing={2.5}
          noValidate
          onSubmit={(event) => void handleSubmit((given) => signIn(given))(event)}
        >
          {failure ? <ErrorNote title="You are not signed in">{errorText(failure)}</ErrorNote> : null}
          <TextField
            label="Your name"
            autoComplete="username"
            {...register('name')}
            error={Boolean(formState.errors.name)}
            helperText={formState.errors.name ? 'Your name is wanted.' : undefined}
          />
          <TextField
            label="Passphrase"
            type="password"
            autoComplete="current-password"
            {...register('passphrase')}
            error={Boolean(formState.errors.passphrase)}
            helperText={formState.errors.passphrase ? 'Your passphrase is wanted.' : undefined}
          />
          <Button type="submit" variant={health?.demo ? 'outlined' : 'contained'} disabled={isLoading}>
            Sign in
          </Button>
        </Stack>
      </Box>
    </Box>
  );
}
