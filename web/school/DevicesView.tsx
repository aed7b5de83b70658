import { Box, Button, Link, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { BackupsView, ReachView } from '../../contract';
import { errorText, useBackUpMutation, useBackupsQuery, useReachQuery } from '../api';
import { colour, dayText, EmptyNote, ErrorNote, hourText, LoadingNote, localZone, WideTable } from '../ui';

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
      <Backups />
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
      <EmptyNote title="The school answers on this computer only">
        To mark on a tablet or phone in the same network, stop the server and start it with{' '}
        <Command>{COMMAND}</Command>. It then shows the address here, with a code to scan. The demo school
        always stays on its own computer.
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
          On the new device, scan the code or open <Address of={trustPage} />. It explains how the device
          learns to trust this school, once.
        </Step>
      ) : null}
      <Step n={trustPage ? 2 : null}>
        {trustPage ? 'Then open ' : 'Scan the code, or open '}
        <Address of={address} /> and sign in.
      </Step>
      {fingerprint ? (
        <Typography sx={{ color: 'text.secondary' }}>
          What the device is asked to trust shows these letters:
          <br />
          <Command>{fingerprint}</Command>
        </Typography>
      ) : null}
      {secure ? null : (
        <Box sx={{ borderLeft: `4px solid ${colour('ochre')}`, pl: 2 }}>
          <Typography sx={{ fontWeight: 700 }}>This address is not secure</Typography>
          <Typography>
            At it, Jasperwren opens only while the server can be reached, follows no position, and the screen
            can go dark. Stop the server and start it with <Command>{COMMAND}</Command>, or put it behind a
            server with a certificate: docs/deploy.md says how.
          </Typography>
        </Box>
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
      {made.error ? <ErrorNote title="No backup was made">{errorText(made.error)}</ErrorNote> : null}
      {data ? <ListOfBackups backups={data} /> : error ? null : <LoadingNote what="the backups" />}
      <Button variant="outlined" disabled={made.isLoading} onClick={() => void backUp()} sx={{ mt: 2 }}>
        {made.isLoading ? 'Backing up …' : 'Back up now'}
      </Button>
    </Box>
  );
}

function ListOfBackups({ backups: { folder, items, failed, late } }: { readonly backups: BackupsView }) {
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {failed === null ? null : (
        <ErrorNote title="The last backup failed">
          {failed}. Make room, or have somebody look after the computer. The server tries again every day.
        </ErrorNote>
      )}
      {late ? (
        <ErrorNote title="No backup for two days">
          Leave the computer with the server on, or back up now. Until then a broken disk takes what was
          marked since the last one.
        </ErrorNote>
      ) : null}
      <Typography>
        The server copies the school once a day, and keeps the copies of seven days, four weeks and twelve
        months. They are on its own disk, in <Command>{folder}</Command>: copy them to another place now and
        then.
      </Typography>
      {items.length === 0 ? (
        <EmptyNote title="No backup yet">
          The first one comes within minutes of the server’s start, when nobody marks.
        </EmptyNote>
      ) : (
        <WideTable label="Backups">
          <TableHead>
            <TableRow>
              <TableCell>Made</TableCell>
              <TableCell align="right">Size</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {items.map(({ at, bytes }) => (
              <TableRow key={at}>
                <TableCell>
                  {dayText(at, localZone())}, {hourText(at, localZone())}
                </TableCell>
                <TableCell align="right">{sizeText(bytes)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
      )}
    </Box>
  );
}

const sizeText = (bytes: number): string =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
