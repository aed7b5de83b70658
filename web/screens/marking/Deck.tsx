import { Box, useMediaQuery, type Theme } from '@mui/material';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  type DueManoeuvre,
  type EventOf,
  isFixedCourse,
  isMissing,
  isPaused,
  nextDue,
  planOf,
  stageNow,
  stagesDone,
  stagesOf,
} from '../../../core/marking';
import type { Item, PlacedItem, Severity } from '../../../core/standard';
import { useJudged, useJudgementNow, type DoAction, type DriveHere } from '../../data/log';
import { usePosition, useReceiver, type Fix } from '../../data/position';
import { GoalsText } from '../../parts/goals';
import { padSeverities, severityByKeys, SectionTiles } from '../../parts/pads';
import { colour, KeyList, Wren } from '../../parts/ui';
import { DeckClock } from './DeckClock';
import { DeckSettings } from './DeckSettings';
import { EndDialog } from './EndDialog';
import { EndsHere } from './EndsHere';
import { Foot } from './Foot';
import { Frame, Top, Middle, Column, Place, Press, Stack, Unseen } from './frame';
import { HeadroomPair, HeadroomPanel } from './HeadroomPanel';
import { KeptSign } from './KeptSign';
import { CoursePanel } from './CoursePanel';
import { DuePanel } from './DuePanel';
import { ManoeuvreDialog } from './ManoeuvreDialog';
import { NotStored } from './NotStored';
import { OutsideMarks } from './OutsideMarks';
import { PadsNow } from './PadsNow';
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
import { sameSet } from './same';
import { keysHelp } from './shortcuts';
import { useDeckKeys } from './useDeckKeys';
import { useRibbon } from './useRibbon';
import { useRuns } from './useRuns';
import { useMarking } from './useMarking';
import { useWakeLock } from './useWakeLock';

interface Props {
  readonly drive: DriveHere;
  readonly act: DoAction;
}

/**
 * The marking screen. Everything on it is one touch; sorting out comes later, when the car stands. A mark does not
 * draw it again, only those of its parts that show the mark.
 */
export function Deck({ drive, act }: Props) {
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

  const judgementNow = useJudgementNow(drive);
  const paused = useJudged(drive, (judgement) => isPaused(judgement.drive));
  const stages = useMemo(() => stagesOf(standard), [standard]);
  const stage = useJudged(drive, (judgement) => stageNow(standard, judgement.drive));
  const done = useJudged(drive, (judgement) => stagesDone(standard, judgement, mock.ready), sameSet);
  const stepIn = useStepIn(drive);
  const grave = stepIn.open !== null;

  const { running, due } = useRuns(drive);
  const manoeuvre = standard.manoeuvres.find(({ id }) => id === running?.manoeuvre);
  const ahead = ribbon?.current?.what === 'feature' ? ribbon.current.feature.kind : null;
  /** What stands on the pads, for the keys. */
  const placed = useRef<readonly PlacedItem[]>([]);
  const heard = useRef<HTMLDivElement>(null);
  const say = useCallback((words: string) => {
    if (heard.current) heard.current.textContent = words;
  }, []);

  const type = (text: string) => {
    setLetters(text);
    setChosen(0);
  };
  const closeSearch = useLatest(() => {
    type('');
    setSearching(false);
  });

  const { mark, undo, undoLast, flag, ask, guide, asking } = useMarking({
    standard,
    judgementNow,
    act,
    say,
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
        setChosen((now) =>
          Math.max(0, Math.min(placed.current.length - 1, now + (key === 'ArrowDown' ? 1 : -1))),
        ),
      mark: (event) => {
        const target = placed.current[chosen];
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
    <PadsNow
      {...{ drive, stage, ahead, manoeuvre, area, letters, chosen, grave }}
      onMark={markAndClear}
      shown={placed}
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
  const tape = (most: number) => <Tape {...{ drive, most }} onUndo={undone} onGuide={ask} />;

  const panel = running ? (
    <RunPanel {...{ drive, act }} />
  ) : course && !wide ? (
    <DuePanel due={due} onStart={startManoeuvre} />
  ) : null;

  const banner = (
    <>
      {stepIn.open ? <StepInBanner drive={drive} event={stepIn.open} onClose={stepIn.close} /> : null}
      <OutsideMarks {...{ drive, act }} />
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
      <PlanPanel {...{ drive, act }} onAsk={askQuestion} />
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
        <DeckClock {...{ drive, wide }} />
        <KeptSign drive={drive} short={!wide} />
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
          <Place data-part="road" style={{ borderRight: `1px solid ${colour('line')}` }}>
            <Stack>
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
          </Place>
          <Place data-part="pads">
            <Stack>
              <NotStored drive={drive} />
              <EndsHere drive={drive} />
              {panel}
              {banner}
              {search}
              {course || inSearch ? null : areas}
              {pads}
            </Stack>
          </Place>
          <Place data-part="limits" style={{ borderLeft: `1px solid ${colour('line')}` }}>
            <Column>
              <HeadroomPanel drive={drive} />
              {course || follows ? (
                <>
                  {plan}
                  <div style={{ marginTop: 12 }}>{tape(8)}</div>
                </>
              ) : null}
            </Column>
          </Place>
        </Middle>
      ) : (
        <Place>
          <Stack style={{ paddingInline: 8, gap: 6 }}>
            <NotStored drive={drive} />
            <EndsHere drive={drive} />
            {panel}
            {banner}
            <HeadroomPair drive={drive} />
            {follows ? ribbon ? <RibbonPanel ribbon={ribbon} act={act} strip /> : noRoute : null}
            {search}
            {pads}
            {plan}
            {tape(6)}
          </Stack>
        </Place>
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
      <Unseen>
        <div role="log" aria-live="polite" ref={heard} />
      </Unseen>
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
      {open === 'question' ? <QuestionDialog {...{ drive, act }} onClose={() => setOpen(null)} /> : null}
      {open === 'end' ? (
        <EndDialog
          missing={() =>
            planOf(standard, judgementNow().drive, {
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
