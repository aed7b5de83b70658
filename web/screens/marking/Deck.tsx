import Tune from '@mui/icons-material/TuneOutlined';
import { Box, IconButton, useMediaQuery, type Theme } from '@mui/material';
import { useCallback, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  type DueManoeuvre,
  type EventOf,
  isFixedCourse,
  isMissing,
  isPaused,
  type Judgement,
  manoeuvresDue,
  openRun,
  planOf,
  questionsDue,
  runsOf,
  stageNow,
  stagesDone,
  stagesOf,
} from '../../../core/marking';
import { limitsInView } from '../../../core/session';
import { limitOf, usualItems, type Item, type Severity } from '../../../core/standard';
import type { OpenDrive, DoAction } from '../../data/log';
import { usePosition, useReceiver, type Fix } from '../../data/position';
import { PadGrid, padSeverities, severityByKeys, SectionTiles, searchItems } from '../../parts/pads';
import { colour, KeyList, Wren } from '../../parts/ui';
import { DeckClock } from './DeckClock';
import { DeckSettings } from './DeckSettings';
import { EndDialog } from './EndDialog';
import { Frame, Top, Middle, Column, Bottom, Press, Flag } from './frame';
import { HeadroomPanel, HeadroomRow } from './HeadroomPanel';
import { KeptSign } from './KeptSign';
import { DuePanel } from './DuePanel';
import { ManoeuvreDialog } from './ManoeuvreDialog';
import { NotStored } from './NotStored';
import { OutsideMarks } from './OutsideMarks';
import { PausedCover } from './PausedCover';
import { PlanPanel } from './PlanPanel';
import { QuestionDialog } from './QuestionDialog';
import { RibbonPanel } from './RibbonPanel';
import { RunPanel } from './RunPanel';
import { SearchField } from './SearchField';
import { StageBar } from './StageBar';
import { StepInBanner, StepInButtons, useStepIn, type StepInBy } from './StepIn';
import { Tape } from './Tape';
import { useHand } from './useHand';
import { useLatest } from './useLatest';
import { useLikely } from './useLikely';
import { keysHelp, shortcuts } from './shortcuts';
import { useDeckKeys } from './useDeckKeys';
import { useRibbon } from './useRibbon';
import { useMarking } from './useMarking';
import { useWakeLock } from './useWakeLock';

interface Props {
  readonly drive: OpenDrive;
  readonly judgement: Judgement;
  readonly act: DoAction;
}

/** The marking screen. Everything on it is one touch; sorting out comes later, when the car stands. */
export function Deck({ drive, judgement, act }: Props) {
  const { mock, standard } = drive;
  const wide = useMediaQuery((theme: Theme) => theme.breakpoints.up('md'));
  const navigate = useNavigate();
  const [letters, setLetters] = useState('');
  const [chosen, setChosen] = useState(0);
  /** Null: what is likely now, or the usual faults of the manoeuvre that runs. */
  const [area, setArea] = useState<string | null>(null);
  const [open, setOpen] = useState<'end' | 'keys' | 'manoeuvre' | 'question' | 'settings' | null>(null);
  const [hand, setHand] = useHand();
  useWakeLock();
  const { receiver, ...places } = useReceiver();
  const keepFix = useCallback(
    (fix: Fix) => {
      const { lat, lon, accuracy, speed, at } = fix;
      act({ do: 'position', lat, lon, accuracy, speed, at });
    },
    [act],
  );
  const position = usePosition(receiver, keepFix);
  // A yard has no road to follow.
  const course = isFixedCourse(standard);
  const routeId = course ? null : (mock.route?.id ?? null);
  // By this, not by whether the route has come: nothing moves under a finger when it comes.
  const follows = routeId !== null;
  const ribbon = useRibbon(mock.id, routeId, standard.units, position);
  const here = ribbon?.here;
  const featureNow = useCallback(() => here?.()?.id ?? null, [here]);

  const found = useMemo(() => searchItems(standard, letters), [standard, letters]);
  const paused = isPaused(judgement.drive);
  const stages = useMemo(() => stagesOf(standard), [standard]);
  const stage = stageNow(standard, judgement.drive);
  const done = useMemo(() => stagesDone(standard, judgement, mock.ready), [standard, judgement, mock.ready]);
  const stepIn = useStepIn(judgement.drive);
  const grave = stepIn.open !== null;

  const running = useMemo(() => openRun(judgement.drive), [judgement.drive]);
  const manoeuvre = standard.manoeuvres.find(({ id }) => id === running?.manoeuvre);
  const inSection = standard.sections.find(({ id }) => id === area);
  const ofArea = inSection?.items.map((item) => ({ item, section: inSection })) ?? [];
  const due = useMemo(() => manoeuvresDue(standard, runsOf(judgement.drive)), [standard, judgement.drive]);
  const usual = useMemo(() => (manoeuvre ? usualItems(standard, manoeuvre) : []), [standard, manoeuvre]);
  const ahead = ribbon?.current?.what === 'feature' ? ribbon.current.feature.kind : null;
  const likely = useLikely(drive, judgement, stage, ahead);
  const placed = letters ? found : area !== null ? ofArea : manoeuvre ? usual : likely;

  const type = (text: string) => {
    setLetters(text);
    setChosen(0);
  };

  const { said, mark, undo, undoLast, flag, ask, guide, asking } = useMarking({
    standard,
    judgement,
    act,
    positionNow: position.positionNow,
    featureNow,
  });
  const markAndClear = useLatest((item: Item, severity: Severity) => {
    mark(item, severity);
    type('');
  });
  const typed = useLatest(type);
  const undone = useLatest((event: string, what: string) => undo({ do: 'take-back', events: [event] }, what));
  const steppedIn = useLatest((by: StepInBy) => act({ do: 'step-in', by }));
  const changeStage = useLatest((id: string) => {
    act({ do: 'stage', stage: id });
    setArea(null);
  });
  const chooseArea = useLatest((id: string | null) => {
    type('');
    setArea(id);
  });

  const startManoeuvre = ({ manoeuvre: { id }, side }: DueManoeuvre) => {
    setOpen(null);
    setArea(null);
    act({ do: 'start-run', manoeuvre: id, side });
  };

  const end = (how: EventOf<'end'>['how'], countedBecause: string | null) => {
    act({ do: 'end', how, countedBecause });
    void navigate(`/mocks/${mock.id}/debrief`);
  };

  const pause = () => act({ do: 'pause' });
  const words = (of: 'flag' | 'pause' | 'undo') => shortcuts[of].button[wide ? 'long' : 'short'];

  useDeckKeys({
    enabled: open === null && !asking && !paused,
    typing: letters !== '',
    does: {
      letter: ({ key }) => type(letters + key),
      erase: () => type(letters.slice(0, -1)),
      clear: () => type(''),
      move: ({ key }) =>
        setChosen((now) => Math.max(0, Math.min(placed.length - 1, now + (key === 'ArrowDown' ? 1 : -1)))),
      mark: (event) => {
        const target = placed[chosen];
        const severities = target && padSeverities(standard, target.item, grave);
        if (target && severities) markAndClear(target.item, severityByKeys(severities, event));
      },
      flag,
      undo: undoLast,
      help: () => setOpen('keys'),
      pause,
      clock: () => {
        // Its clock first, where it has one that does not run yet.
        if (act({ do: 'step-run', step: 'clock' }).refused) act({ do: 'stop-run' });
      },
      next: () => {
        const next = due.find(({ done }) => done === 0);
        const at = stages.findIndex(({ id }) => id === stage);
        if (course && next) startManoeuvre(next);
        else if (stages[at + 1]) changeStage(stages[at + 1]?.id ?? stage);
      },
    },
  });

  const pads = (
    <PadGrid
      {...{ standard, placed, judgement }}
      chosen={letters ? chosen : null}
      large={!letters && area === null && !manoeuvre}
      grave={grave}
      above={follows ? 84 : 0}
      onMark={markAndClear}
      empty={`Nothing here begins with “${letters}”. Clear the letters, or choose an area.`}
    />
  );
  const noRoute = (
    <Box component="p" role="status" sx={{ m: 0, py: 1, minHeight: 84, color: colour('slate') }}>
      {mock.route?.title}: not loaded yet. You can mark without it.
    </Box>
  );
  const search = <SearchField letters={letters} onType={typed} />;
  const areas = (columns: number) => (
    <SectionTiles
      sections={standard.sections}
      chosen={letters ? null : area}
      first={manoeuvre ? `Usual faults: ${manoeuvre.title}` : 'Likely now'}
      firstChosen={letters === '' && area === null}
      columns={columns}
      onChoose={chooseArea}
    />
  );
  const tape = (most: number) => (
    <Tape {...{ standard, judgement, most }} startedAt={mock.startedAt} onUndo={undone} onGuide={ask} />
  );
  const ending = judgement.ending ? (
    <Box
      role="alert"
      sx={{ bgcolor: colour('jasper'), color: colour('onJasper'), p: 1.5, borderRadius: 1, fontSize: 19 }}
    >
      <b>The standard ends the test here.</b> {limitOf(standard, judgement.ending.limit)?.because}
    </Box>
  ) : null;

  const panel = running ? (
    <RunPanel {...{ standard, judgement, act }} run={running} retest={mock.retest} />
  ) : course ? (
    <DuePanel due={due} onStart={startManoeuvre} />
  ) : null;

  const banner = (
    <>
      {stepIn.open ? (
        <StepInBanner drive={judgement.drive} event={stepIn.open} onClose={stepIn.close} />
      ) : null}
      <OutsideMarks {...{ standard, judgement, act }} />
    </>
  );
  const plan = (
    <PlanPanel
      {...{ standard, act }}
      drive={judgement.drive}
      startedAt={mock.startedAt}
      onAsk={() => setOpen('question')}
    />
  );

  const bottom = (
    <>
      <Press onClick={undoLast}>{words('undo')}</Press>
      <Flag onClick={flag} aria-label="Flag: something happened">
        Flag<small>{words('flag')}</small>
      </Flag>
      <StepInButtons onStepIn={steppedIn} />
      {standard.manoeuvres.length > 0 ? (
        <Press onClick={() => setOpen('manoeuvre')}>{wide ? 'Start a manoeuvre' : 'Manoeuvre'}</Press>
      ) : null}
      <Press onClick={pause}>{words('pause')}</Press>
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
        <StageBar {...{ stages, done, wide }} current={stage} onStage={changeStage} />
        <Box sx={{ ml: 'auto' }} />
        <DeckClock drive={judgement.drive} startedAt={mock.startedAt} wide={wide} />
        <KeptSign marks={judgement.marks.length} short={!wide} />
        {wide ? (
          <IconButton
            aria-label="Light, hand, help"
            onClick={() => setOpen('settings')}
            sx={{ width: 72, height: 72, color: 'text.primary', flex: 'none' }}
          >
            <Tune />
          </IconButton>
        ) : null}
      </Top>
      {wide ? (
        <Middle data-hand={hand}>
          <Column sx={{ borderRight: `1px solid ${colour('line')}` }}>
            {ribbon ? <RibbonPanel ribbon={ribbon} act={act} /> : follows ? noRoute : areas(2)}
          </Column>
          <Column>
            <NotStored drive={drive} />
            {ending}
            {panel}
            {banner}
            <Box sx={{ pt: 0.75, pb: 1.25 }}>{search}</Box>
            {follows ? <Box sx={{ pb: 1.25 }}>{areas(0)}</Box> : null}
            {pads}
          </Column>
          <Column sx={{ borderLeft: `1px solid ${colour('line')}` }}>
            <HeadroomPanel standard={standard} judgement={judgement} />
            {plan}
            <Box sx={{ mt: 2 }}>{tape(8)}</Box>
          </Column>
        </Middle>
      ) : (
        <Column sx={{ px: 1.5 }}>
          <NotStored drive={drive} />
          {ending}
          {panel}
          {banner}
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 1 }}>
            {limitsInView(standard, judgement, 2).map((row) => (
              <HeadroomRow key={`${row.limit} ${JSON.stringify(row.scope)}`} standard={standard} row={row} />
            ))}
          </Box>
          {follows ? (
            <Box sx={{ pt: 1.25 }}>{ribbon ? <RibbonPanel ribbon={ribbon} act={act} strip /> : noRoute}</Box>
          ) : null}
          <Box sx={{ pt: 1.25 }}>{areas(0)}</Box>
          <Box sx={{ mt: 1.25 }}>{pads}</Box>
          <Box sx={{ mt: 1.25 }}>{search}</Box>
          {plan}
          <Box sx={{ mt: 1.5 }}>{tape(6)}</Box>
          <Press
            type="button"
            onClick={() => setOpen('settings')}
            style={{ width: '100%', margin: '14px 0' }}
          >
            Light, hand, help
          </Press>
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
      <PausedCover open={paused} onResume={() => act({ do: 'resume' })} />
      <ManoeuvreDialog
        open={open === 'manoeuvre'}
        due={due}
        onClose={() => setOpen(null)}
        onStart={startManoeuvre}
      />
      {guide}
      {open === 'settings' ? (
        <DeckSettings
          hand={hand}
          onHand={setHand}
          {...{ places, position }}
          onKeys={() => setOpen('keys')}
          onClose={() => setOpen(null)}
        />
      ) : null}
      {open === 'question' ? (
        <QuestionDialog
          {...{ standard, act }}
          mock={mock}
          due={questionsDue(standard, judgement.drive)}
          onClose={() => setOpen(null)}
        />
      ) : null}
      <EndDialog
        open={open === 'end'}
        missing={() =>
          planOf(standard, judgement.drive, {
            startedAt: mock.startedAt,
            now: new Date().toISOString(),
          }).filter(isMissing)
        }
        onClose={() => setOpen(null)}
        onEnd={end}
      />
      <KeyList open={open === 'keys'} onClose={() => setOpen(null)} keys={keysHelp} />
    </Frame>
  );
}
