import { Box, useMediaQuery, type Theme } from '@mui/material';
import { useCallback, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  type DueManoeuvre,
  type EventOf,
  isFixedCourse,
  endingWords,
  isMissing,
  isPaused,
  type Judgement,
  manoeuvresDue,
  nextDue,
  openRun,
  planOf,
  questionsDue,
  runsOf,
  stageNow,
  stagesDone,
  stagesOf,
} from '../../../core/marking';
import { limitsInView } from '../../../core/session';
import { usualItems, type Item, type Severity } from '../../../core/standard';
import type { OpenDrive, DoAction } from '../../data/log';
import { usePosition, useReceiver, type Fix } from '../../data/position';
import { GoalsText } from '../../parts/goals';
import { PadGrid, padSeverities, severityByKeys, SectionTiles, searchItems } from '../../parts/pads';
import { colour, KeyList, Wren } from '../../parts/ui';
import { DeckClock } from './DeckClock';
import { DeckSettings } from './DeckSettings';
import { EndDialog } from './EndDialog';
import { Foot } from './Foot';
import { Frame, Heard, Top, Middle, Column, Press, Stack } from './frame';
import { HeadroomPanel, HeadroomRow } from './HeadroomPanel';
import { KeptSign } from './KeptSign';
import { CoursePanel } from './CoursePanel';
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
import { Sheet } from './Sheet';
import { StageBar } from './StageBar';
import { StepInBanner, useStepIn, type StepInBy } from './StepIn';
import { Tape } from './Tape';
import { TimersDialog } from './TimersDialog';
import { useHand } from './useHand';
import { useLatest } from './useLatest';
import { useLikely } from './useLikely';
import { keysHelp } from './shortcuts';
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
  const [open, setOpen] = useState<
    'areas' | 'end' | 'keys' | 'manoeuvre' | 'more' | 'question' | 'settings' | 'timers' | null
  >(null);
  const [searching, setSearching] = useState(false);
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
  const featureNow = useCallback(() => here?.() ?? null, [here]);

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
  const closeSearch = useLatest(() => {
    type('');
    setSearching(false);
  });

  const { said, mark, undo, undoLast, flag, ask, guide, asking } = useMarking({
    standard,
    judgement,
    act,
    positionNow: position.positionNow,
    featureNow,
  });
  const markAndClear = useLatest((item: Item, severity: Severity) => {
    mark(item, severity);
    closeSearch();
  });
  const typed = useLatest(type);
  const undone = useLatest((event: string, what: string) => undo({ do: 'take-back', events: [event] }, what));
  const steppedIn = useLatest((by: StepInBy) => act({ do: 'step-in', by }));
  const changeStage = useLatest((id: string) => {
    act({ do: 'stage', stage: id });
    setArea(null);
  });
  const chooseArea = useLatest((id: string | null) => {
    closeSearch();
    setArea(id);
    setOpen(null);
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

  const pause = useLatest(() => act({ do: 'pause' }));
  const undoIt = useLatest(undoLast);
  const flagIt = useLatest(flag);
  const startOne = useLatest(() => setOpen('manoeuvre'));
  const endIt = useLatest(() => setOpen('end'));
  const openAreas = useLatest(() => setOpen('areas'));
  const askQuestion = useLatest(() => setOpen('question'));

  useDeckKeys({
    enabled: open === null && !asking && !paused,
    typing: letters !== '',
    does: {
      letter: ({ key }) => type(letters + key),
      erase: () => type(letters.slice(0, -1)),
      clear: closeSearch,
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
        const next = nextDue(due);
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
      fill={!letters && area === null}
      // Where no mark has a graver form, three stand side by side.
      columns={placed.some(({ item }) => item.severities.length > 1) ? 2 : 3}
      grave={grave}
      onMark={markAndClear}
      empty={`Nothing here begins with “${letters}”. Clear the letters, or choose an area.`}
    />
  );
  const noRoute = (
    <Box component="p" role="status" sx={{ m: 0, py: 1, minHeight: 84, color: colour('slate') }}>
      {mock.route?.title}: not loaded yet. You can mark without it.
    </Box>
  );
  const inSearch = searching || letters !== '';
  const search = inSearch ? <SearchField letters={letters} onType={typed} onClose={closeSearch} /> : null;
  const find = useLatest(() => {
    setOpen(null);
    setSearching(true);
  });
  const areas = (
    <SectionTiles
      sections={standard.sections}
      chosen={inSearch ? null : area}
      first={manoeuvre ? 'Usual faults' : 'Likely now'}
      firstChosen={!inSearch && area === null}
      onChoose={chooseArea}
      onFind={find}
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
      <b>The standard ends the test here.</b> {endingWords(standard, judgement)}
    </Box>
  ) : null;

  const panel = running ? (
    <RunPanel
      {...{ standard, judgement, act }}
      run={running}
      retest={mock.retest}
      vehicle={mock.vehicle?.id ?? null}
    />
  ) : course && !wide ? (
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
    <>
      {mock.beside ? (
        <div style={{ marginTop: 12, fontSize: 17 }}>Only to compare: counts nowhere.</div>
      ) : null}
      {drive.practice ? null : (
        <div style={{ marginTop: 12, fontSize: 17 }}>
          <GoalsText learner={mock.learner.id} but={mock.id} />
        </div>
      )}
      <PlanPanel
        {...{ standard, act }}
        drive={judgement.drive}
        startedAt={mock.startedAt}
        onAsk={askQuestion}
      />
    </>
  );

  return (
    <Frame as="main">
      <Top>
        {wide ? (
          <Link
            to="/"
            aria-label="Today"
            style={{ display: 'grid', placeItems: 'center', minWidth: 72, height: 72 }}
          >
            <Wren size={36} />
          </Link>
        ) : null}
        {course ? (
          <Box component="h1" sx={{ m: 0, px: 1, fontSize: 19, lineHeight: 1.15 }}>
            {standard.title}
          </Box>
        ) : (
          <StageBar {...{ stages, done, wide }} current={stage} onStage={changeStage} />
        )}
        <span style={{ marginLeft: 'auto' }} />
        <DeckClock drive={judgement.drive} startedAt={mock.startedAt} wide={wide} />
        <KeptSign marks={judgement.marks.length} short={!wide} practice={drive.practice} />
        {wide ? (
          <Press
            onClick={() => setOpen('settings')}
            aria-label="Settings: light, side and help"
            style={{ minWidth: 84, border: 0, background: 'none', fontSize: 17 }}
          >
            Settings
          </Press>
        ) : (
          <Press onClick={() => setOpen('more')} style={{ minWidth: 72 }}>
            More
          </Press>
        )}
      </Top>
      {wide ? (
        <Middle data-hand={hand}>
          <Stack style={{ borderRight: `1px solid ${colour('line')}` }}>
            {course ? (
              <>
                {areas}
                <CoursePanel due={due} running={running} onStart={startManoeuvre} />
              </>
            ) : ribbon ? (
              <RibbonPanel ribbon={ribbon} act={act} />
            ) : follows ? (
              noRoute
            ) : (
              <>
                {plan}
                {tape(8)}
              </>
            )}
          </Stack>
          <Stack>
            <NotStored drive={drive} />
            {ending}
            {panel}
            {banner}
            {search}
            {course || inSearch ? null : areas}
            {pads}
          </Stack>
          <Column style={{ borderLeft: `1px solid ${colour('line')}` }}>
            <HeadroomPanel {...{ standard, judgement }} startedAt={mock.startedAt} />
            {course || follows ? (
              <>
                {plan}
                <div style={{ marginTop: 12 }}>{tape(8)}</div>
              </>
            ) : null}
          </Column>
        </Middle>
      ) : (
        <Stack style={{ paddingInline: 8, gap: 6 }}>
          <NotStored drive={drive} />
          {ending}
          {panel}
          {banner}
          <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 8 }}>
            {limitsInView(standard, judgement, mock.startedAt, 2).map((row) => (
              <HeadroomRow key={`${row.limit} ${JSON.stringify(row.scope)}`} standard={standard} row={row} />
            ))}
          </div>
          {follows ? ribbon ? <RibbonPanel ribbon={ribbon} act={act} strip /> : noRoute : null}
          {search}
          {pads}
          {plan}
          {tape(6)}
        </Stack>
      )}
      <Foot
        wide={wide}
        manoeuvres={standard.manoeuvres.length > 0}
        onUndo={undoIt}
        onFlag={flagIt}
        onStepIn={steppedIn}
        onManoeuvre={startOne}
        onPause={pause}
        onEnd={endIt}
        onAreas={openAreas}
      />
      <Heard role="log" aria-live="polite">
        {said}
      </Heard>
      {paused ? <PausedCover onResume={() => act({ do: 'resume' })} /> : null}
      {open === 'manoeuvre' ? (
        <ManoeuvreDialog due={due} onClose={() => setOpen(null)} onStart={startManoeuvre} />
      ) : null}
      {guide}
      {open === 'areas' ? (
        <Sheet title="Areas" onClose={() => setOpen(null)}>
          {areas}
        </Sheet>
      ) : null}
      {open === 'more' ? (
        <Sheet title="More" onClose={() => setOpen(null)}>
          {standard.manoeuvres.length > 0 ? <Press onClick={startOne}>Start a manoeuvre</Press> : null}
          <Press onClick={find}>Find a mark by letters</Press>
          <Press onClick={() => setOpen('timers')}>Timers</Press>
          <Press onClick={endIt}>End the drive</Press>
          <Press onClick={() => setOpen('settings')}>Light, side and help</Press>
          <Press onClick={() => void navigate('/')}>Leave this screen: Today</Press>
        </Sheet>
      ) : null}
      {open === 'timers' ? <TimersDialog onClose={() => setOpen(null)} /> : null}
      {open === 'settings' ? (
        <DeckSettings
          hand={hand}
          onHand={setHand}
          {...{ places, position }}
          onKeys={() => setOpen('keys')}
          onTimers={() => setOpen('timers')}
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
      {open === 'end' ? (
        <EndDialog
          missing={() =>
            planOf(standard, judgement.drive, {
              startedAt: mock.startedAt,
              now: new Date().toISOString(),
            }).filter(isMissing)
          }
          onClose={() => setOpen(null)}
          onEnd={end}
        />
      ) : null}
      {open === 'keys' ? <KeyList open onClose={() => setOpen(null)} keys={keysHelp} /> : null}
    </Frame>
  );
}
