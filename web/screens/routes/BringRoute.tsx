import { v4 as newId } from 'uuid';
import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Problem } from '../../../core/problems';
import type { Route } from '../../../core/route';
import { errorText, isTaken, useKeepRouteMutation } from '../../data/api';
import { lengthText, useUnits } from '../../parts/features';
import { useNetwork } from '../../data/network';
import { lengthOf } from '../../../core/geo';
import { ErrorNote, FileButton, LoadingNote, ProblemList } from '../../parts/ui';
import { readBrought, type Brought } from './readFile';

type Read =
  | { readonly file: string; readonly problems: readonly Problem[] }
  | { readonly file: string; readonly brought: Brought; readonly laid: Route | null; readonly gaps: number };

/** Brings a route: one of ours as it is, a line of others laid onto the school's roads where they fit. */
export function BringRoute({ onClose }: { readonly onClose: () => void }) {
  const [read, setRead] = useState<Read | null>(null);
  const [busy, setBusy] = useState(false);
  const [keep, { error, isLoading }] = useKeepRouteMutation();
  const units = useUnits();
  const network = useNetwork(null);
  const navigate = useNavigate();

  const choose = async (file: File) => {
    setBusy(true);
    const side = network.status === 'open' ? network.network.summary.drivingSide : 'left';
    const result = readBrought(file.name, await file.text(), { units, drivingSide: side });
    if (!result.ok) setRead({ file: file.name, problems: result.problems });
    else {
      const brought = result.value;
      const fits =
        !brought.ours && network.status === 'open'
          ? await network.network.worker.match(brought.route.line, {
              ...brought.route,
              network: { id: network.network.summary.id, version: network.network.summary.version },
            })
          : null;
      setRead({ file: file.name, brought, laid: fits?.route ?? null, gaps: fits?.gaps ?? 0 });
    }
    setBusy(false);
  };
  const bring = async (route: Route) => {
    const own = await keep({ route, revision: null });
    // Another route has its id, perhaps one that was removed: it comes in as a copy.
    const kept = isTaken(own.error) ? await keep({ route: { ...route, id: newId() }, revision: null }) : own;
    if (!kept.data) return;
    onClose();
    void navigate(`/routes/${kept.data.route.id}`);
  };
  const brought = read && 'brought' in read ? read : null;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="bring-route">
      <DialogTitle id="bring-route">Import a route</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Box>
          <Typography sx={{ mb: 1 }}>
            GPX, GeoJSON, or a route saved here before. Lines from other programs are matched to the
            school&rsquo;s roads.
          </Typography>
          {network.status === 'loading' ? (
            <LoadingNote what="the school’s roads" />
          ) : (
            <FileButton
              accept=".gpx,.geojson,.json,application/gpx+xml,application/json"
              onFile={(file) => void choose(file)}
            >
              Choose a route file
            </FileButton>
          )}
        </Box>
        {busy ? <Typography role="status">Reading, and looking for its roads …</Typography> : null}
        {read && 'problems' in read ? (
          <Box role="alert">
            <Typography variant="h3" component="p">
              {read.file} wasn’t imported
            </Typography>
            <ProblemList problems={read.problems} />
          </Box>
        ) : null}
        {brought ? (
          <Box role="status">
            <Typography>
              <b>{brought.brought.route.title}</b>, {lengthText(lengthOf(brought.brought.route.line), units)}
              {brought.brought.ours ? ', is a complete Jasperwren route.' : '.'}
            </Typography>
            {brought.brought.ours ? null : brought.laid ? (
              <Typography>
                It lies on the school&rsquo;s roads
                {brought.gaps > 0 ? `, with ${brought.gaps} gaps that the quickest way fills` : ''}; what lies
                along it was read from them.
              </Typography>
            ) : (
              <Typography>
                It lies on no road network here: it’s saved as a bare line, without roads, limits or
                directions.
              </Typography>
            )}
            {brought.brought.waypoints > 0 ? (
              <Typography>{brought.brought.waypoints} waypoints become notes along it.</Typography>
            ) : null}
          </Box>
        ) : null}
        {error ? <ErrorNote title="It wasn’t imported">{errorText(error)}</ErrorNote> : null}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose}>
          Close
        </Button>
        <Button
          variant="contained"
          disabled={!brought || isLoading || busy}
          onClick={() => brought && void bring(brought.laid ?? brought.brought.route)}
        >
          Import it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
