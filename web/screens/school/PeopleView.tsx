import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  TextField,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import {
  Invitation,
  roles,
  type InvitationMade,
  type InvitationView,
  type PersonView,
  type Role,
} from '../../../contract';
import {
  errorText,
  useChangePersonMutation,
  useEndInvitationMutation,
  useInvitationsQuery,
  useInviteMutation,
  useMakePassphraseLinkMutation,
  useMay,
  usePeopleQuery,
  useSessionQuery,
  useSignOutPersonMutation,
} from '../../data/api';
import { FormDialog, useBodyForm } from '../../parts/form';
import { NAME_PROBLEM, roleTitles, roleWords } from '../../parts/people';
import { useUnsaved } from '../../parts/unsaved';
import {
  ChoiceField,
  colour,
  dayText,
  ErrorNote,
  hourText,
  ListRow,
  LoadingNote,
  localZone,
} from '../../parts/ui';

/** Who works in the school and what they may do; owners invite, change and sign out. */
export function PeopleView() {
  const { data, error, refetch } = usePeopleQuery();
  const owner = useMay('manage people');
  const [inviting, setInviting] = useState(false);
  const [made, setMade] = useState<InvitationMade | null>(null);
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          People
        </Typography>
        {owner ? (
          <Button variant="contained" onClick={() => setInviting(true)} sx={{ minHeight: 56, px: 3 }}>
            Invite somebody
          </Button>
        ) : null}
      </Box>
      {error ? (
        <ErrorNote title="The people could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!data && !error ? <LoadingNote what="the people" /> : null}
      <Box component="ul" aria-label="People" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data?.items.map((person) => (
          <Person key={person.id} person={person} owner={owner} onLink={setMade} />
        ))}
      </Box>
      {owner ? <OpenLinks /> : null}
      <Box component="section" aria-labelledby="roles">
        <Typography variant="h2" id="roles">
          What each role can do
        </Typography>
        <Box component="dl" sx={{ m: 0, display: 'grid', gap: 1 }}>
          {roles.map((role) => (
            <div key={role}>
              <Typography component="dt" sx={{ fontWeight: 700 }}>
                {roleTitles[role]}
              </Typography>
              <Typography component="dd" sx={{ m: 0 }}>
                {roleWords[role]}
              </Typography>
            </div>
          ))}
        </Box>
      </Box>
      {inviting ? <InviteDialog onClose={() => setInviting(false)} onMade={setMade} /> : null}
      {made ? <LinkDialog made={made} onClose={() => setMade(null)} /> : null}
    </Box>
  );
}

function Person({
  person: { id, name, role, active, learners, lastSeen },
  owner,
  onLink,
}: {
  readonly person: PersonView;
  readonly owner: boolean;
  readonly onLink: (made: InvitationMade) => void;
}) {
  const { data: session } = useSessionQuery();
  const [change, changing] = useChangePersonMutation();
  const [makeLink, link] = useMakePassphraseLinkMutation();
  const [signOut, signingOut] = useSignOutPersonMutation();
  const self = session?.instructor.id === id;
  const failure = changing.error ?? link.error ?? signingOut.error;
  const busy = changing.isLoading || link.isLoading || signingOut.isLoading;
  const askLink = async () => {
    const made = await makeLink(id);
    if (made.data) onLink(made.data);
  };
  return (
    <Box component="li" aria-label={name} sx={{ borderBottom: `1px solid ${colour('line')}`, py: 1.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 220px', minWidth: 0 }}>
          <Typography sx={{ fontWeight: 700 }}>
            {name}
            {self ? ' (you)' : ''}
          </Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {active ? roleTitles[role] : 'Can’t sign in'}, {learners}{' '}
            {learners === 1 ? 'learner' : 'learners'}
            {owner
              ? lastSeen
                ? `, last here ${dayText(lastSeen, localZone())} ${hourText(lastSeen, localZone())}`
                : ', not signed in anywhere'
              : ''}
          </Typography>
        </Box>
        {owner && active && !self ? (
          <ChoiceField
            size="small"
            label="Role"
            slotProps={{ htmlInput: { 'aria-label': `Role of ${name}` } }}
            value={role}
            disabled={busy}
            items={roles.map((one) => [one, roleTitles[one]] as const)}
            onChange={(to) => void change({ id, change: { role: to as Role } })}
            sx={{ minWidth: 200 }}
          />
        ) : null}
        {owner && !self ? (
          <>
            {active ? (
              <>
                <Button color="inherit" disabled={busy} onClick={() => void askLink()}>
                  New passphrase
                </Button>
                <Button color="inherit" disabled={busy} onClick={() => void signOut(id)}>
                  Sign out everywhere
                </Button>
              </>
            ) : null}
            <Button
              color="inherit"
              disabled={busy}
              onClick={() => void change({ id, change: { active: !active } })}
            >
              {active ? 'Stop access' : 'Give access again'}
            </Button>
          </>
        ) : null}
      </Box>
      {failure ? <ErrorNote title="Couldn’t change it">{errorText(failure)}</ErrorNote> : null}
      <Typography role="status" sx={{ color: 'text.secondary' }}>
        {signingOut.isSuccess ? 'Signed out everywhere.' : ''}
      </Typography>
    </Box>
  );
}

const linkWords: Readonly<Record<InvitationView['kind'], string>> = {
  first: 'to set up the school',
  join: 'to join',
  passphrase: 'to choose a new passphrase',
};

/** Links that were made and not used yet. */
function OpenLinks() {
  const { data } = useInvitationsQuery();
  const [end, { error }] = useEndInvitationMutation();
  if (!data || data.items.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="open-links">
      <Typography variant="h2" id="open-links">
        Links not used yet
      </Typography>
      {error ? <ErrorNote title="Couldn’t end it">{errorText(error)}</ErrorNote> : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data.items.map(({ id, kind, name, role, expiresAt }) => (
          <ListRow key={id}>
            <Typography sx={{ flex: 1 }}>
              {name}, {linkWords[kind]}
              {kind === 'join' ? ` as: ${roleTitles[role]}` : ''}; works until{' '}
              {dayText(expiresAt, localZone())}
            </Typography>
            <Button color="inherit" onClick={() => void end(id)}>
              End this link
            </Button>
          </ListRow>
        ))}
      </Box>
    </Box>
  );
}

function InviteDialog({
  onClose,
  onMade,
}: {
  readonly onClose: () => void;
  readonly onMade: (made: InvitationMade) => void;
}) {
  const [invite, { error, isLoading }] = useInviteMutation();
  const { field, handleSubmit, isDirty, watch, setValue } = useBodyForm<Invitation>(Invitation, {
    name: '',
    role: 'instructor',
  });
  const { close, saved } = useUnsaved(isDirty);
  const send = async (given: Invitation) => {
    const made = await invite(given);
    if (!made.data) return;
    saved();
    onClose();
    onMade(made.data);
  };
  const role = watch('role');
  return (
    <FormDialog
      title="Invite somebody"
      width="xs"
      error={error}
      failed="Couldn’t invite"
      submit="Make a link"
      busy={isLoading}
      onSubmit={handleSubmit(send)}
      onLeave={() => close(onClose)}
    >
      <TextField label="Name" {...field('name', { problem: NAME_PROBLEM })} />
      <ChoiceField
        label="Role"
        value={role}
        items={roles.map((one) => [one, roleTitles[one]] as const)}
        onChange={(to) => setValue('role', to as Role, { shouldDirty: true })}
        helperText={roleWords[role]}
      />
    </FormDialog>
  );
}

/** The link is shown this once. */
function LinkDialog({ made, onClose }: { readonly made: InvitationMade; readonly onClose: () => void }) {
  const [copied, setCopied] = useState(false);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="one-time-link">
      <DialogTitle id="one-time-link">Link for {made.name}</DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 2 }}>
          Send it to {made.name} {linkWords[made.kind]}. It works once, until{' '}
          {dayText(made.expiresAt, localZone())}, for whoever opens it first. It isn’t shown again.
        </Typography>
        <TextField
          fullWidth
          label="Link"
          value={made.url}
          slotProps={{ input: { readOnly: true } }}
          onFocus={(event) => event.target.select()}
        />
        <Typography role="status" sx={{ color: 'text.secondary', minHeight: '1.5em' }}>
          {copied ? 'Copied.' : ''}
        </Typography>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button
          variant="outlined"
          onClick={() =>
            void navigator.clipboard
              ?.writeText(made.url)
              .then(() => setCopied(true))
              .catch(() => setCopied(false))
          }
        >
          Copy
        </Button>
        <Button variant="contained" onClick={onClose}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}
