import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogTitle,
  MenuItem,
  TextField,
  Typography,
} from '@mui/material';
import { useState } from 'react';
import { firstName } from '../../../core/names';
import { errorText, useEndShareMutation, useMakeShareMutation, useSharesQuery } from '../../data/api';
import { colour, dayText, localZone, ErrorNote, EndsAfter, ListRow } from '../../parts/ui';

const DAYS = [7, 30, 90] as const;

/** Where an address works when that is not everywhere. */
function worksIn(url: string): string | null {
  const { hostname } = new URL(url);
  if (/^(localhost|127\..*|\[::1\])$/.test(hostname)) return 'on this computer';
  return /^[\d.]+$|^\[/.test(hostname) ? 'on this network' : null;
}

/** Links for the learner to this one drive: made, copied, ended. */
export function ShareDialog({
  mock,
  learner,
  onClose,
}: {
  readonly mock: string;
  readonly learner: string;
  readonly onClose: () => void;
}) {
  const { data } = useSharesQuery(mock);
  const [make, { error, isLoading }] = useMakeShareMutation();
  const [end] = useEndShareMutation();
  const [days, setDays] = useState<number>(30);
  const [fullName, setFullName] = useState(false);
  const [link, setLink] = useState<{ readonly id: string; readonly url: string } | null>(null);
  const [copied, setCopied] = useState(false);
  const now = new Date().toISOString();
  const open = (data?.items ?? []).filter(
    ({ revokedAt, expiresAt }) => revokedAt === null && (expiresAt ?? '9') > now,
  );
  const create = () =>
    void make({ mock, days, fullName })
      .unwrap()
      .then(({ id, url = '' }) => {
        setCopied(false);
        setLink({ id, url });
      })
      .catch(() => undefined);
  const copy = () =>
    link
      ? void navigator.clipboard.writeText(link.url).then(
          () => setCopied(true),
          () => setCopied(false),
        )
      : undefined;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>Show this drive to {learner}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Typography>
          Whoever has the link sees this drive and nothing else: no other learner, no private note, no
          position. It works on a phone, without signing in.
        </Typography>
        {error ? <ErrorNote title="Couldn’t make the link">{errorText(error)}</ErrorNote> : null}
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
          <EndsAfter days={days} choices={DAYS} onChoose={setDays} />
          <TextField
            select
            label="Name on the page: ask the learner"
            value={fullName ? 'full' : 'first'}
            onChange={(event) => setFullName(event.target.value === 'full')}
            sx={{ minWidth: 280 }}
          >
            <MenuItem value="first">{firstName(learner)}</MenuItem>
            <MenuItem value="full">{learner}</MenuItem>
          </TextField>
          <Button variant="contained" onClick={create} disabled={isLoading}>
            Make a link
          </Button>
        </Box>
        {link ? (
          <Box role="status" sx={{ bgcolor: colour('wash'), p: 2, borderRadius: 1 }}>
            <TextField
              label="The link, shown this once"
              value={link.url}
              fullWidth
              slotProps={{
                htmlInput: {
                  readOnly: true,
                  onFocus: (event: React.FocusEvent<HTMLInputElement>) => event.target.select(),
                },
              }}
            />
            {worksIn(link.url) === null ? null : (
              <Typography sx={{ mt: 1, fontWeight: 700 }}>
                This link only works {worksIn(link.url)}. School, Devices and backups shows how to reach it
                from other devices.
              </Typography>
            )}
            {/* Browsers let nothing be copied at an address that is not secure; there it can be marked by hand. */}
            {window.isSecureContext !== false ? (
              <Button variant="outlined" onClick={copy} sx={{ mt: 1 }}>
                {copied ? 'Copied' : 'Copy it'}
              </Button>
            ) : null}
          </Box>
        ) : null}
        {open.length > 0 ? (
          <Box component="ul" aria-label="Links that are open" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {open.map(({ id, createdAt, expiresAt, fullName: named }) => (
              <ListRow key={id}>
                <Typography sx={{ flex: 1 }}>
                  Made {dayText(createdAt, localZone())}, ends{' '}
                  {expiresAt ? dayText(expiresAt, localZone()) : 'never'}, with{' '}
                  {named ? 'the full name' : 'the first name'}
                </Typography>
                <Button
                  color="inherit"
                  onClick={() => {
                    void end(id);
                    if (link?.id === id) setLink(null);
                  }}
                >
                  End it now
                </Button>
              </ListRow>
            ))}
          </Box>
        ) : null}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Done</Button>
      </DialogActions>
    </Dialog>
  );
}
