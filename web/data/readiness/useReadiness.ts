import { proxy, wrap, type Remote } from 'comlink';
import { skipToken } from '@reduxjs/toolkit/query';
import { useEffect, useMemo, useState } from 'react';
import type { EvidenceView, LearnerView } from '../../../contract';
import { forecastDay, noonOf, type Readiness, type ReadinessInput } from '../../../core/readiness';
import type { Standard } from '../../../core/standard';
import { useLearnerQuery, useQuestionsQuery, useStandardQuery, useEvidenceQuery } from '../api';
import type { ReadinessWorker } from './readiness.worker';

/** One for each place that asks, so that they do not stop each other. */
function startWorker(): { readonly worker: Remote<ReadinessWorker>; readonly end: () => void } {
  const thread = new Worker(new URL('./readiness.worker.ts', import.meta.url), { type: 'module' });
  return { worker: wrap<ReadinessWorker>(thread), end: () => thread.terminate() };
}

export interface ReadinessOnScreen {
  readonly learner: LearnerView | undefined;
  readonly evidence: EvidenceView | undefined;
  readonly standard: Standard | undefined;
  /** The newest that is worked out; while another is, the one before. */
  readonly readiness: Readiness | null;
  /** The same, and until there is one what the server says in brief: without gains, and without what would change it. */
  readonly said: Readiness | null;
  /** Share that is done of what is being worked out; null when nothing is. */
  readonly done: number | null;
  readonly error: unknown;
  readonly hours: number;
  /** ISO instant of the test that is asked about. */
  readonly day: string;
}

export interface Asked {
  readonly learner: string;
  /** Id of another standard than the one prepared for. */
  readonly standard?: string | null;
  /** Day of the test, `2026-12-01`; null: the booked one, or now. */
  readonly day?: string | null;
  /** Hours of lessons; null: as the diary or the settings have them. */
  readonly hours?: number | null;
  /** Without these drives: how it stood before them. */
  readonly before?: string | null;
}

const WEEK = 7 * 86_400_000;

/** Works out a learner’s readiness in a worker, anew whenever what is asked changes. */
export function useReadiness({
  learner: id,
  standard: asked = null,
  day = null,
  hours = null,
  before = null,
}: Asked): ReadinessOnScreen {
  const { data: learner, error: noLearner } = useLearnerQuery(id);
  const { currentData: view, error: noEvidence } = useEvidenceQuery({ learner: id, standard: asked });
  const { currentData: standard, error: noStandard } = useStandardQuery(
    view ? { id: view.standard.id, version: view.standard.version } : skipToken,
  );
  const { data: bank } = useQuestionsQuery();
  const [now] = useState(() => new Date().toISOString());
  const [held, setHeld] = useState<{ readonly of: Standard; readonly found: Readiness } | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  const [thread, setThread] = useState<ReturnType<typeof startWorker> | null>(null);
  useEffect(() => {
    const started = startWorker();
    setThread(started);
    return started.end;
  }, []);

  const input = useMemo((): ReadinessInput | null => {
    if (!learner || !view || !standard || !bank) return null;
    // Lists ask for the same instant, so that the numbers are the same.
    const booked = forecastDay(learner.testDate, now);
    const at = day === null ? booked : noonOf(day);
    const weeks = Math.max(0, (Date.parse(at) - Date.parse(now)) / WEEK);
    return {
      learner: learner.id,
      standard,
      evidence: before === null ? view.evidence : view.evidence.filter((mock) => mock.at < before),
      school: view.school,
      settings: view.settings,
      questions: bank.items.filter(({ enabled }) => enabled).map(({ question }) => question),
      answers: view.answers,
      papers: learner.papers,
      papersSeen: view.papersSeen,
      day: at,
      now,
      hours: hours ?? hoursUntil(view, weeks, at !== booked),
    };
  }, [learner, view, standard, bank, now, day, hours, before]);

  useEffect(() => {
    if (!thread || !input) return;
    let current = true;
    setDone(0);
    // What failed before says nothing of what is asked now.
    setFailure(null);
    thread.worker
      .workOut(
        input,
        proxy((share) => {
          if (current) setDone(share);
        }),
      )
      .then((found) => {
        if (!current || found === null) return;
        setHeld({ of: input.standard, found });
        setDone(null);
      })
      .catch((error: unknown) => {
        if (current) setFailure(error);
      });
    return () => {
      current = false;
    };
  }, [thread, input]);

  // What was worked out under another standard says nothing under this one.
  const readiness = held !== null && held.of === standard ? held.found : null;
  const asLists = day === null && before === null;
  return {
    readiness,
    said: readiness ?? (asLists ? (view?.brief ?? null) : null),
    learner,
    evidence: view,
    standard,
    done,
    error: noLearner ?? noEvidence ?? noStandard ?? failure,
    hours: input?.hours ?? 0,
    day: input?.day ?? now,
  };
}

/** Hours of the diary up to the booked test; for another day, or without a diary, those of usual weeks. */
function hoursUntil(view: EvidenceView, weeks: number, otherDay: boolean): number {
  if (!otherDay && view.hoursBooked !== null) return Math.round(view.hoursBooked);
  return Math.round(weeks * view.settings.weekHours);
}
