import { Box, Button, Link, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import type { BackupsView, ReachView } from '../../../contract';
import {
  errorText,
  useBackUpMutation,
  useBackupsQuery,
  useKeepBackupFileMutation,
  useMay,
  useReachQuery,
  useRemoveBackupFileMutation,
} from '../../data/api';
import {
  Aside,
  colour,
  dayText,
  hourText,
  localZone,
  EmptyNote,
  ErrorNote,
  FileButton,
  LoadingNote,
  RemoveButton,
  WideTable,
} from '../../parts/ui';
import { Export } from './Export';
import { RestoreDialog } from './RestoreDialog';
import { sizeText } from './sizeText';

/** How tablets and phones reach the school, and the copies that are kept of it. */
export function DevicesView() {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: { xs: 4, md: 6 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
        alignItems: 'start',
      }}
    >
      <OtherDevices />
      {useMay('keep records safe') ? <Backups /> : null}
    </Box>
  );
}

function OtherDevices() {
  const { data, error, refetch } = useReachQuery();
  return (
    <Box component="section" aria-labelledby="devices">
      <Typography variant="h2" id="devices" sx={{ mb: 1 }}>
        Other devices
      </Typography>
      {error ? (
        <ErrorNote title="The address could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {data ? <HowToReach reach={data} /> : error ? null : <LoadingNote what="the address" />}
    </Box>
  );
}

const COMMAND = 'npm run --silent jasperwren -- serve --lan';

function HowToReach({
  reach: { address, secure, trustPage, fingerprint, code },
}: {
  readonly reach: ReachView;
}) {
  if (address === null)
    return (
      <EmptyNote title="This school only works on this computer">
        To use a tablet or phone on the same network, stop the server and start it with{' '}
        <Command>{COMMAND}</Command>. Then the address is shown here, with a code to scan. The demo school
        only works on its own computer.
      </EmptyNote>
    );
  return (
    <Box sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
      {code ? (
        <Box
          component="img"
          src={`data:image/svg+xml,${encodeURIComponent(code)}`}
          alt={`Code for ${trustPage ?? address}`}
          sx={{ width: 220, height: 220, border: `1px solid ${colour('line')}`, bgcolor: '#fff' }}
        />
      ) : null}
      {trustPage ? (
        <Step n={1}>
          On the new device, scan the code or open <Address of={trustPage} />. It shows how to make the device
          trust the server. You only do this once.
        </Step>
      ) : null}
      <Step n={trustPage ? 2 : null}>
        {trustPage ? 'Then open ' : 'Scan the code, or open '}
        <Address of={address} /> and sign in.
      </Step>
      {fingerprint ? (
        <Typography sx={{ color: 'text.secondary' }}>
          The device shows these letters before you trust the certificate:
          <br />
          <Command>{fingerprint}</Command>
        </Typography>
      ) : null}
      {secure ? null : (
        <Aside tone="ochre">
          <Typography sx={{ fontWeight: 700 }}>This address isn’t secure</Typography>
          <Typography>
            Here, Jasperwren only works while it’s connected to the server, and it can’t follow your position
            or keep the screen on. Stop the server and start it with <Command>{COMMAND}</Command>, or put it
            behind a web server with a certificate (see docs/deploy.md).
          </Typography>
        </Aside>
      )}
    </Box>
  );
}

const Address = ({ of }: { readonly of: string }) => (
  <Link href={of} sx={{ overflowWrap: 'anywhere', fontWeight: 700 }}>
    {of}
  </Link>
);

const Command = ({ children }: { readonly children: string }) => (
  <Box
    component="code"
    sx={{ fontSize: '0.95em', bgcolor: colour('wash'), px: 0.5, overflowWrap: 'anywhere' }}
  >
    {children}
  </Box>
);

const Step = ({ n, children }: { readonly n: number | null; readonly children: ReactNode }) => (
  <Typography>
    {n === null ? null : <strong>{n}. </strong>}
    {children}
  </Typography>
);

function Backups() {
  const { data, error, refetch } = useBackupsQuery();
  const [backUp, made] = useBackUpMutation();
  const [take, taken] = useKeepBackupFileMutation();
  return (
    <Box component="section" aria-labelledby="backups">
      <Typography variant="h2" id="backups" sx={{ mb: 1 }}>
        Backups
      </Typography>
      {error ? (
        <ErrorNote title="The backups could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {made.error ? <ErrorNote title="Couldn’t make a backup">{errorText(made.error)}</ErrorNote> : null}
      {data ? <ListOfBackups backups={data} /> : error ? null : <LoadingNote what="the backups" />}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 2 }}>
        <Button variant="outlined" disabled={made.isLoading} onClick={() => void backUp()}>
          {made.isLoading ? 'Backing up …' : 'Back up now'}
        </Button>
        <FileButton accept=".db,application/vnd.sqlite3" onFile={(file) => void take(file)}>
          {taken.isLoading ? 'Checking the file …' : 'Add a backup file'}
        </FileButton>
      </Box>
      {taken.error ? <ErrorNote title="Couldn’t add the file">{errorText(taken.error)}</ErrorNote> : null}
      {taken.data ? (
        <Typography role="status" sx={{ mt: 1 }}>
          {taken.data.name} is in the list. Nothing is restored yet.
        </Typography>
      ) : null}
      <Export />
    </Box>
  );
}

function ListOfBackups({ backups: { folder, items, failed, late } }: { readonly backups: BackupsView }) {
  const [restoring, setRestoring] = useState<BackupsView['items'][number] | null>(null);
  const [remove, removed] = useRemoveBackupFileMutation();
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {failed === null ? null : (
        <ErrorNote title="The last backup failed">
          The reason: {failed}. Free up space or check the disk. The server keeps trying.
        </ErrorNote>
      )}
      {late ? (
        <ErrorNote title="No backup for two days">
          Leave the server running, or back up now. If the disk fails before that, you lose everything since
          the last backup.
        </ErrorNote>
      ) : null}
      <Typography>
        The server makes a backup every day and keeps 7 daily, 4 weekly and 12 monthly ones. They’re on the
        server’s own disk, in <Command>{folder}</Command>. Copy them somewhere else from time to time.
      </Typography>
      {items.length === 0 ? (
        <EmptyNote title="No backup yet">
          The server makes the first one within a few minutes of starting.
        </EmptyNote>
      ) : (
        <WideTable label="Backups">
          <TableHead>
            <TableRow>
              <TableCell>Made</TableCell>
              <TableCell align="right">Size</TableCell>
              <TableCell aria-label="Restore" />
            </TableRow>
          </TableHead>
          <TableBody>
            {items.map((backup) => (
              <TableRow key={backup.name ?? backup.at}>
                <TableCell>
                  {backup.name === null ? null : (
                    <Box sx={{ overflowWrap: 'anywhere' }}>{backup.name}, from elsewhere</Box>
                  )}
                  {dayText(backup.at, localZone())}, {hourText(backup.at, localZone())}
                </TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  {sizeText(backup.bytes)}
                </TableCell>
                <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                  <Button color="inherit" onClick={() => setRestoring(backup)}>
                    Restore
                  </Button>
                  {backup.name === null ? null : (
                    <RemoveButton
                      label="Remove"
                      title={`Remove ${backup.name}?`}
                      busy={removed.isLoading}
                      problem={removed.error ? errorText(removed.error) : null}
                      onRemove={() => void remove(backup.name ?? '')}
                    >
                      The file is gone from the server for good. The school stays as it is.
                    </RemoveButton>
                  )}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
      )}
      {restoring ? <RestoreDialog backup={restoring} onClose={() => setRestoring(null)} /> : null}
    </Box>
  );
}
