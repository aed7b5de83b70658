import { v4 as newId } from 'uuid';
import {
  Box,
  Button,
  FormControl,
  InputLabel,
  LinearProgress,
  MenuItem,
  Select,
  Stack,
  TextField,
  Typography,
} from '@mui/material';
import { useRef, useState } from 'react';
import { useDispatch } from 'react-redux';
import { Link } from 'react-router';
import { API, type ProblemDetails } from '../../../contract';
import type { OsmReport } from '../../../core/network';
import type { Parsed, Told } from '../../../core/problems';
import { api, errorText, useNetworksQuery } from '../../data/api';
import { IfMay } from '../../parts/people';
import { newWorker, told } from '../../data/network';
import {
  colour,
  dayText,
  localZone,
  EmptyNote,
  ErrorNote,
  LoadingNote,
  FileButton,
  ProblemList,
} from '../../parts/ui';

/** Largest extract that is read, in bytes. */
const MOST_BYTES = 200_000_000;

type State =
  | { readonly step: 'idle' }
  | { readonly step: 'reading'; readonly share: number }
  | { readonly step: 'sending' }
  | { readonly step: 'problems'; readonly file: string; readonly problems: readonly Told[] }
  | { readonly step: 'done'; readonly title: string; readonly report: OsmReport | null };

/** The road networks of the school, and the way to bring one. */
export function NetworksPage() {
  const { data, error, isLoading, refetch } = useNetworksQuery();
  return (
    <Box sx={{ maxWidth: 900, display: 'grid', gap: 3 }}>
      <Typography variant="h1">Road networks</Typography>
      {isLoading ? <LoadingNote what="the networks" /> : null}
      {error ? (
        <ErrorNote title="The networks could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {data?.items.length === 0 ? (
        <EmptyNote title="No network yet">
          Import the roads of your area below; maps, routes and directions come from them.
        </EmptyNote>
      ) : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data?.items.map(({ id, title, source, edges, kilometres, version, addedAt }) => (
          <Box component="li" key={id} sx={{ py: 1.5, borderBottom: `1px solid ${colour('line')}` }}>
            <Typography sx={{ fontWeight: 700 }}>{title}</Typography>
            <Typography>
              {Math.round(kilometres).toLocaleString('en-GB')} km of road in {edges.toLocaleString('en-GB')}{' '}
              pieces; version {version}, {dayText(addedAt, localZone())}
            </Typography>
            <IfMay right="manage shared things">
              <>
                <Stack direction="row" sx={{ gap: 1, my: 0.5 }}>
                  <Button component={Link} to={`/routes/new?network=${id}`} variant="outlined">
                    Draw a route
                  </Button>
                  <Button component={Link} to={`/routes/compose?network=${id}`} variant="outlined">
                    Compose a route
                  </Button>
                </Stack>
              </>
            </IfMay>
            {source ? (
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {source}
              </Typography>
            ) : null}
          </Box>
        ))}
      </Box>
      <IfMay right="manage shared things">
        <Bring replaceable={(data?.items ?? []).map(({ id, title }) => ({ id, title }))} />
      </IfMay>
    </Box>
  );
}

function Bring({
  replaceable,
}: {
  readonly replaceable: readonly { readonly id: string; readonly title: string }[];
}) {
  const [title, setTitle] = useState('');
  const [side, setSide] = useState<'left' | 'right'>('left');
  const [replace, setReplace] = useState('');
  const [state, setState] = useState<State>({ step: 'idle' });
  const worker = useRef<ReturnType<typeof newWorker> | null>(null);
  const dispatch = useDispatch();
  const busy = state.step === 'reading' || state.step === 'sending';

  const bring = async (file: File) => {
    if (file.size > MOST_BYTES)
      return setState({
        step: 'problems',
        file: file.name,
        problems: [
          {
            path: '',
            message: `has ${Math.round(file.size / 1e6)} MB; an extract may have ${MOST_BYTES / 1e6} MB. Cut a smaller area.`,
          },
        ],
      });
    setState({ step: 'reading', share: 0 });
    worker.current ??= newWorker();
    const called = title.trim() || file.name.replace(/\..*$/, '').slice(0, 80) || 'Roads';
    const osm = !/\.json$/i.test(file.name);
    try {
      const result: Parsed<{ readonly gzipped: Blob; readonly report?: OsmReport }> = osm
        ? await worker.current.importOsm(
            file,
            { title: called, source: 'Data © OpenStreetMap contributors, ODbL', drivingSide: side },
            told((share: number) => setState({ step: 'reading', share })),
          )
        : await worker.current.readOwn(file);
      if (!result.ok) {
        const cancelled = result.problems.some(({ code }) => code === 'cancelled');
        return setState(
          cancelled ? { step: 'idle' } : { step: 'problems', file: file.name, problems: result.problems },
        );
      }
      setState({ step: 'sending' });
      const id = replace || newId();
      const answer = await fetch(`${API}/networks/${id}`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/gzip' },
        body: result.value.gzipped,
      });
      if (!answer.ok) {
        const problem = (await answer.json().catch(() => null)) as ProblemDetails | null;
        return setState({
          step: 'problems',
          file: file.name,
          problems: problem?.errors ?? [
            { path: '', message: problem?.detail ?? 'the server did not take it' },
          ],
        });
      }
      dispatch(api.util.invalidateTags(['networks']));
      setState({
        step: 'done',
        title: called,
        report: result.value.report ?? null,
      });
    } catch {
      setState({
        step: 'problems',
        file: file.name,
        problems: [
          { path: '', message: 'could not be read, or the server doesn’t answer; nothing was stored' },
        ],
      });
    }
  };

  return (
    <Box
      component="section"
      aria-labelledby="bring-roads"
      sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}
    >
      <Typography variant="h2" id="bring-roads">
        Import the roads of an area
      </Typography>
      <Typography>
        An extract of OpenStreetMap as XML (.osm), up to 200 MB. It is read here in your browser, only its
        roads are kept, and nothing leaves your machine but to your own server.
      </Typography>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <TextField
          label="Name of the area"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          sx={{ width: 280 }}
        />
        <FormControl sx={{ width: 180 }}>
          <InputLabel id="side">Driving side</InputLabel>
          <Select
            labelId="side"
            label="One drives on the"
            value={side}
            onChange={(event) => setSide(event.target.value)}
          >
            <MenuItem value="left">left</MenuItem>
            <MenuItem value="right">right</MenuItem>
          </Select>
        </FormControl>
        <FormControl sx={{ width: 260 }}>
          <InputLabel id="replace" shrink>
            Replaces
          </InputLabel>
          <Select
            labelId="replace"
            label="Replaces"
            displayEmpty
            notched
            value={replace}
            onChange={(event) => setReplace(event.target.value)}
          >
            <MenuItem value="">nothing: add as a new network</MenuItem>
            {replaceable.map(({ id, title: called }) => (
              <MenuItem key={id} value={id}>
                {called}
              </MenuItem>
            ))}
          </Select>
        </FormControl>
      </Box>
      {busy ? (
        <Box sx={{ width: '100%', maxWidth: 520 }} role="status">
          <Typography>
            {state.step === 'reading' ? `Reading: ${Math.round(100 * state.share)}%` : 'Saving to the server'}
          </Typography>
          <LinearProgress
            aria-label="Reading the extract"
            {...(state.step === 'reading'
              ? { variant: 'determinate' as const, value: 100 * state.share }
              : {})}
            sx={{ my: 1 }}
          />
          <Button variant="outlined" onClick={() => void worker.current?.cancel()}>
            Cancel
          </Button>
        </Box>
      ) : (
        <FileButton accept=".osm,.xml,.json" onFile={(file) => void bring(file)}>
          Choose an extract
        </FileButton>
      )}
      {state.step === 'problems' ? (
        <Box role="alert">
          <Typography variant="h3" component="p">
            {state.file} wasn’t imported
          </Typography>
          <ProblemList problems={state.problems} />
        </Box>
      ) : null}
      {state.step === 'done' ? (
        <Box role="status">
          <Typography>
            <b>{state.title}</b> is kept.
          </Typography>
          {state.report ? (
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {reportLines(state.report).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </Box>
          ) : null}
        </Box>
      ) : null}
    </Box>
  );
}

/** What an extract held, and what had to be assumed. */
function reportLines(report: OsmReport): readonly string[] {
  const many = (count: number, one: string, more: string) =>
    `${count.toLocaleString('en-GB')} ${count === 1 ? one : more}`;
  const { barriers, barriersAssumed, conditional, bansAssumed, bansUnread, missing } = report;
  return [
    `${many(report.roads, 'road', 'roads')} of ${many(report.ways, 'way', 'ways')}, in ${many(report.edges, 'piece', 'pieces')}.`,
    `${many(report.speedsAssumed, 'piece has', 'pieces have')} a speed limit assumed by class.`,
    ...(barriers > 0
      ? [
          `Gates, bollards and other barriers stop cars at ${many(barriers, 'place', 'places')}${
            barriersAssumed > 0
              ? `; ${many(barriersAssumed, 'gate doesn’t', 'gates don’t')} say who may pass and ${barriersAssumed === 1 ? 'is' : 'are'} assumed to be shut`
              : ''
          }.`,
        ]
      : []),
    ...(conditional > 0
      ? [
          `${many(conditional, 'road isn’t', 'roads aren’t')} open at all hours, and ${conditional === 1 ? 'is' : 'are'} assumed to be open; route sheets name ${conditional === 1 ? 'it' : 'them'}.`,
        ]
      : []),
    ...(bansAssumed > 0
      ? [`${many(bansAssumed, 'turn is', 'turns are')} banned at some hours, and never used.`]
      : []),
    ...(bansUnread > 0
      ? [`${many(bansUnread, 'ban', 'bans')} of turns over more than one junction couldn’t be read.`]
      : []),
    ...(missing > 0
      ? [`${many(missing, 'node', 'nodes')} beyond the border ${missing === 1 ? 'was' : 'were'} left out.`]
      : []),
  ];
}
