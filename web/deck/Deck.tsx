import { Box, Button, TextField, useMediaQuery, type Theme } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useCallback, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { isPaused, openRun, runsOf, type EventBody, type EventOf, type Judgement } from '../../core/marking';
import type { Item, Severity, Standard } from '../../core/standard';
import type { OpenDrive } from '../log';
import { PadGrid, padSeverities, SectionTiles, searchItems, severityByKeys } from '../pads';
import { stages } from '../verdict';
import { colour, KeyList, LightSwitch, severityWord, tokens, Wren } from '../ui';
import { DeckClock } from './DeckClock';
import { EndDialog } from './EndDialog';
import { Frame, Top, Middle, Column, Bottom, Press, Peg } from './frame';
import { HeadroomPanel, HeadroomRow, headroomInView } from './HeadroomPanel';
import { KeptSign } from './KeptSign';
import { ManoeuvreDialog, type Side } from './ManoeuvreDialog';
import { PausedCover } from './PausedCover';
import { RunPanel } from './RunPanel';
import { StageBar } from './StageBar';
import { Tape, tapeEntries } from './Tape';
import { useDeckKeys } from './useDeckKeys';

interface Props {
  readonly drive: OpenDrive;
  readonly judgement: Judgement;
  readonly record: (body: EventBody) => string;
}

const keys = [
  ['any letters', 'Find a mark'],
  ['Enter', 'Mark the first found, smallest severity'],
  ['Shift Enter', 'The next graver one'],
  ['Alt Enter', 'The gravest one'],
  ['Up, Down', 'Another one of those found'],
  ['Esc', 'Clear the letters'],
  ['Space', 'Peg: something happened'],
  ['Ctrl Z', 'Undo the last mark or peg'],
  ['?', 'These keys'],
] as const;

/** The marking screen. Everything on it is one touch; sorting out comes later, when the car stands. */
export function Deck({ drive, judgement, record }: Props) {
  const { test, standard } = drive;
  const wide = useMediaQuery((theme: Theme) => theme.breakpoints.up('md'));
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const navigate = useNavigate();
  const [letters, setLetters] = useState('');
  const [chosen, setChosen] = useState(0);
  const [section, setSection] = useState(() => firstSection(standard));
  const [open, setOpen] = useState<'end' | 'keys' | 'manoeuvre' | null>(null);
  const [said, setSaid] = useState('');

  const found = useMemo(() => searchItems(standard, letters), [standard, letters]);
  const inSection = standard.sections.find(({ id }) => id === section);
  const placed = letters ? found : (inSection?.items.map((item) => ({ item, section: inSection })) ?? []);
  const paused = isPaused(judgement.drive);
  const stage = judgement.drive.stages.at(-1)?.stage ?? stages[0].id;

  const running = useMemo(() => openRun(judgement.drive), [judgement.drive]);
  const runId = running?.run ?? null;

  const type = (text: string) => {
    setLetters(text);
    setChosen(0);
  };

  const undo = useCallback(
    (event: string, what: string) => {
      const retract = record({ kind: 'retract', of: event });
      setSaid(`Undone: ${what}`);
      enqueueSnackbar(`Undone: ${what}`, {
        action: (key) => (
          <Button
            color="inherit"
            sx={{ minHeight: tokens.deckTouch }}
            onClick={() => {
              record({ kind: 'retract', of: retract });
              closeSnackbar(key);
            }}
          >
            Bring it back
          </Button>
        ),
      });
    },
    [record, enqueueSnackbar, closeSnackbar],
  );

  const mark = useCallback(
    (item: Item, severity: Severity) => {
      record({ kind: 'fault', item: item.id, severity: severity.id, run: runId });
      setSaid(`Marked: ${item.label}, ${severityWord(severity)}`);
      setLetters('');
      setChosen(0);
    },
    [record, runId],
  );

  const regrade = useCallback(
    (of: string, severity: string) => {
      record({ kind: 'regrade', of, severity });
      setSaid('Regraded');
    },
    [record],
  );

  const peg = useCallback(() => {
    record({ kind: 'peg', run: runId });
    setSaid('Pegged');
  }, [record, runId]);

  const undoLast = () => {
    const last = tapeEntries(judgement)[0];
    if (last) undo(last.id, last.mark ? labelOf(standard, last.mark.item) : 'peg');
  };

  const startManoeuvre = (manoeuvre: string, side: Side | null) => {
    setOpen(null);
    if (running) stop(running);
    if (stage !== 'manoeuvre') record({ kind: 'stage', stage: 'manoeuvre' });
    const run = crypto.randomUUID();
    const own = { kind: 'manoeuvre', run, manoeuvre, ...(side ? { side } : {}) } as const;
    record({ ...own, phase: 'start' });
    const counted = standard.manoeuvres.find(({ id }) => id === manoeuvre)?.limits.map(({ of }) => of);
    if (counted?.includes('attempts')) record({ ...own, phase: 'attempt' });
  };
  const stop = ({ run, manoeuvre }: { readonly run: string; readonly manoeuvre: string }) =>
    record({ kind: 'manoeuvre', run, manoeuvre, phase: 'stop' });

  const end = (how: EventOf<'end'>['how']) => {
    // A manoeuvre that nobody stopped has taken until now.
    if (running) stop(running);
    record({ kind: 'end', how });
    void navigate(`/tests/${test.id}/kerb`);
  };

  useDeckKeys({
    enabled: open === null && !paused,
    typing: letters !== '',
    onLetter: (letter) => type(letters + letter),
    onErase: () => type(letters.slice(0, -1)),
    onClear: () => type(''),
    onMove: (by) => setChosen((now) => Math.max(0, Math.min(placed.length - 1, now + by))),
    onMark: (event) => {
      const target = placed[chosen];
      const severities = target && padSeverities(standard, target.item);
      if (target && severities) mark(target.item, severityByKeys(severities, event));
    },
    onPeg: peg,
    onUndo: undoLast,
    onHelp: () => setOpen('keys'),
  });

  const pads = (
    <PadGrid
      {...{ standard, placed, judgement }}
      chosen={letters ? chosen : null}
      onMark={mark}
      empty={`Nothing here begins with “${letters}”. Clear the letters, or choose an area.`}
    />
  );
  const search = (
    <TextField
      fullWidth
      hiddenLabel
      placeholder="Type letters to find any mark"
      value={letters}
      onChange={(event) => type(event.target.value)}
      slotProps={{
        htmlInput: { 'data-deck-search': true, 'aria-label': 'Find by letters', autoComplete: 'off' },
        input: { sx: { minHeight: 72, fontSize: 20 } },
      }}
    />
  );
  const tape = (most: number) => (
    <Tape {...{ standard, judgement, most }} startedAt={test.startedAt} onUndo={undo} onRegrade={regrade} />
  );
  const ending = judgement.ending ? (
    <Box
      role="alert"
      sx={{ bgcolor: colour('jasper'), color: colour('onJasper'), p: 1.5, borderRadius: 1, fontSize: 19 }}
    >
      <b>The standard ends the test here.</b>{' '}
      {standard.limits.find(({ id }) => id === judgement.ending?.limit)?.because}
    </Box>
  ) : null;

  const panel = running ? (
    <RunPanel {...{ standard, judgement, record }} run={running} retest={test.retest} />
  ) : null;

  const bottom = (
    <>
      <Press onClick={undoLast}>Undo last</Press>
      <Peg onClick={peg} aria-label="Peg: something happened">
        Peg<small>something happened{wide ? ': sort it when stopped (space)' : ''}</small>
      </Peg>
      {standard.manoeuvres.length > 0 ? (
        <Press onClick={() => setOpen('manoeuvre')}>{wide ? 'Start a manoeuvre' : 'Manoeuvre'}</Press>
      ) : null}
      <Press onClick={() => record({ kind: 'pause' })}>
        {wide ? 'Stop marking, watch the road' : 'Pause'}
      </Press>
      <Press onClick={() => setOpen('end')}>{wide ? 'End the drive' : 'End'}</Press>
    </>
  );

  return (
    <Frame as="main">
      <Top>
        <Link
          to="/"
          aria-label="Today"
          style={{ display: 'grid', placeItems: 'center', minWidth: wide ? 72 : 48, height: 72 }}
        >
          <Wren size={36} />
        </Link>
        <StageBar current={stage} wide={wide} onStage={(id) => record({ kind: 'stage', stage: id })} />
        <Box sx={{ ml: 'auto' }} />
        <DeckClock drive={judgement.drive} startedAt={test.startedAt} wide={wide} />
        <KeptSign marks={judgement.marks.length} short={!wide} />
        {wide ? <LightSwitch size={72} /> : null}
      </Top>
      {wide ? (
        <Middle>
          <Column sx={{ borderRight: `1px solid ${colour('line')}` }}>
            <SectionTiles
              sections={standard.sections}
              chosen={letters ? null : section}
              onChoose={(id) => {
                type('');
                setSection(id);
              }}
              columns={2}
            />
          </Column>
          <Column>
            {ending}
            {panel}
            <Box sx={{ pt: 0.75, pb: 1.25 }}>{search}</Box>
            {pads}
          </Column>
          <Column sx={{ borderLeft: `1px solid ${colour('line')}` }}>
            <HeadroomPanel standard={standard} judgement={judgement} />
            <Box sx={{ mt: 2 }}>{tape(8)}</Box>
          </Column>
        </Middle>
      ) : (
        <Column sx={{ px: 1.5 }}>
          {ending}
          {panel}
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 1 }}>
            {headroomInView(standard, judgement, 2).map((row) => (
              <HeadroomRow key={`${row.limit} ${JSON.stringify(row.scope)}`} standard={standard} row={row} />
            ))}
          </Box>
          <Box sx={{ py: 1.25 }}>{search}</Box>
          <SectionTiles
            sections={standard.sections}
            chosen={letters ? null : section}
            onChoose={(id) => {
              type('');
              setSection(id);
            }}
            columns={0}
          />
          <Box sx={{ mt: 1.25, mb: 2 }}>{pads}</Box>
          {tape(6)}
        </Column>
      )}
      <Bottom>{bottom}</Bottom>
      <Box
        role="log"
        aria-live="polite"
        sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}
      >
        {said}
      </Box>
      <PausedCover open={paused} onResume={() => record({ kind: 'resume' })} />
      <ManoeuvreDialog
        open={open === 'manoeuvre'}
        standard={standard}
        runs={runsOf(judgement.drive)}
        onClose={() => setOpen(null)}
        onStart={startManoeuvre}
      />
      <EndDialog open={open === 'end'} onClose={() => setOpen(null)} onEnd={end} />
      <KeyList open={open === 'keys'} onClose={() => setOpen(null)} keys={keys} />
    </Frame>
  );
}

/** The first area that is about driving: not one of the checks or questions before it. */
function firstSection(standard: Standard): string {
  const before = new Set([
    ...standard.checks.map(({ item }) => item),
    ...(standard.questions ? Object.values(standard.questions.item) : []),
  ]);
  const driving = standard.sections.find(({ items }) => !items.some(({ id }) => before.has(id)));
  return (driving ?? standard.sections[0])?.id ?? '';
}

const labelOf = (standard: Standard, id: string): string =>
  standard.sections.flatMap(({ items }) => items).find((item) => item.id === id)?.label ?? id;
