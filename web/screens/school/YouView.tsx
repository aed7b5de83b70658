import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { PASSPHRASE_LEAST, PassphraseChange } from '../../../contract';
import {
  errorText,
  useChangePassphraseMutation,
  useDevicesQuery,
  useSessionQuery,
  useSignOutDeviceMutation,
  useSignOutOthersMutation,
} from '../../data/api';
import { useBodyForm } from '../../parts/form';
import { dayText, ErrorNote, hourText, ListRow, localZone } from '../../parts/ui';

const EMPTY = { current: '', next: '' };

/** Who is signed in: another passphrase, and signing out all other devices. */
export function YouView() {
  const { data } = useSessionQuery();
  const [change, changing] = useChangePassphraseMutation();
  const [signOutOthers, others] = useSignOutOthersMutation();
  const { field, handleSubmit, reset, watch } = useBodyForm(PassphraseChange, EMPTY);
  const [again, setAgain] = useState('');
  const [tried, setTried] = useState(false);
  const differs = again !== watch('next');
  const save = async (given: PassphraseChange) => {
    setTried(true);
    if (differs) return;
    const done = await change(given);
    if (done.error) return;
    reset(EMPTY);
    setAgain('');
    setTried(false);
  };
  return (
    <Box sx={{ display: 'grid', gap: 4, maxWidth: 640 }}>
      <Box
        component="form"
        aria-label="Change your passphrase"
        noValidate
        onSubmit={(event) => void handleSubmit(save, () => setTried(true))(event)}
      >
        <Typography variant="h2">Change your passphrase</Typography>
        <Typography sx={{ color: 'text.secondary', mb: 2 }}>
          You are signed in as {data?.instructor.name ?? '…'}. All your other devices are signed out when you
          change it; marks that they have saved stay on them until you sign in there again.
        </Typography>
        <Stack spacing={2}>
          {changing.error ? (
            <ErrorNote title="Couldn’t change it">{errorText(changing.error)}</ErrorNote>
          ) : null}
          <input
            type="text"
            autoComplete="username"
            value={data?.instructor.name ?? ''}
            readOnly
            hidden
            aria-hidden
          />
          <TextField
            label="Passphrase in use now"
            type="password"
            autoComplete="current-password"
            {...field('current', { problem: 'Enter the passphrase that you use now.' })}
          />
          <TextField
            label="New passphrase"
            type="password"
            autoComplete="new-password"
            {...field('next', {
              help: `At least ${PASSPHRASE_LEAST} characters; a few words that belong to you are easiest.`,
              problem: `At least ${PASSPHRASE_LEAST} characters.`,
            })}
          />
          <TextField
            label="New passphrase again"
            type="password"
            autoComplete="new-password"
            value={again}
            onChange={(event) => setAgain(event.target.value)}
            error={tried && differs}
            helperText={tried && differs ? 'It isn’t the same.' : ' '}
          />
          <Button type="submit" variant="contained" disabled={changing.isLoading} sx={{ alignSelf: 'start' }}>
            Change it
          </Button>
          <Typography role="status" sx={{ color: 'text.secondary', minHeight: '1.5em' }}>
            {changing.isLoading
              ? 'Changing …'
              : changing.isSuccess
                ? 'Changed. Your other devices are signed out.'
                : ''}
          </Typography>
        </Stack>
      </Box>
      <Box component="section" aria-labelledby="other-devices">
        <Typography variant="h2" id="other-devices">
          Where you’re signed in
        </Typography>
        <Typography sx={{ color: 'text.secondary', mb: 1 }}>
          Lost a tablet? Sign it out here. Whoever knows your passphrase can sign in again: change it too.
        </Typography>
        {others.error ? <ErrorNote title="Couldn’t do it">{errorText(others.error)}</ErrorNote> : null}
        <Devices />
        <Button variant="outlined" disabled={others.isLoading} onClick={() => void signOutOthers()}>
          Sign out all other devices
        </Button>
        <Typography role="status" sx={{ color: 'text.secondary', minHeight: '1.5em' }}>
          {others.isSuccess ? 'Done: only this device is signed in.' : ''}
        </Typography>
      </Box>
    </Box>
  );
}

function Devices() {
  const { data } = useDevicesQuery();
  const [signOut, { error, isLoading }] = useSignOutDeviceMutation();
  return (
    <>
      {error ? <ErrorNote title="Couldn’t do it">{errorText(error)}</ErrorNote> : null}
      <Box component="ul" aria-label="Devices" sx={{ listStyle: 'none', m: 0, mb: 2, p: 0 }}>
        {data?.items.map(({ id, name, since, lastSeen, here }) => (
          <ListRow key={id}>
            <Box sx={{ flex: 1 }}>
              <Typography sx={{ fontWeight: 700 }}>
                {name}
                {here ? ', this device' : ''}
              </Typography>
              <Typography sx={{ color: 'text.secondary' }}>
                Last used {dayText(lastSeen, localZone())} at {hourText(lastSeen, localZone())}, signed in
                since {dayText(since, localZone())}
              </Typography>
            </Box>
            {here ? null : (
              <Button color="inherit" disabled={isLoading} onClick={() => void signOut(id)}>
                Sign out
              </Button>
            )}
          </ListRow>
        ))}
      </Box>
    </>
  );
}
