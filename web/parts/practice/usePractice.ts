import { v4 as newId } from 'uuid';
import { useCallback } from 'react';
import { useDispatch } from 'react-redux';
import { useNavigate } from 'react-router';
import { skipToken } from '@reduxjs/toolkit/query';
import { newestVersions, useSessionQuery, useStandardQuery, useStandardsQuery } from '../../data/api';
import { beginDrive, useActOn } from '../../data/log';
import { localZone } from '../ui';

/**
 * Starts a practice drive with a made-up learner; nothing of it is kept.
 *
 * @param standardId in its newest version
 * @returns null until a standard is chosen and here
 */
export function usePractice(standardId: string | null): (() => void) | null {
  const dispatch = useDispatch();
  const navigate = useNavigate();
  const actOn = useActOn();
  const { data: session } = useSessionQuery();
  const { data: standards } = useStandardsQuery();
  const wanted = newestVersions(standards?.items ?? []).find(({ id }) => id === standardId);
  const { currentData: standard } = useStandardQuery(
    wanted ? { id: wanted.id, version: wanted.version } : skipToken,
  );
  const instructor = session?.instructor;
  const start = useCallback(() => {
    if (!standard || !instructor) return;
    const id = newId();
    dispatch(
      beginDrive({
        standard,
        practice: true,
        mock: {
          id,
          learner: { id: newId(), name: 'Practice learner' },
          instructor,
          vehicle: null,
          route: null,
          standard: { id: standard.id, version: standard.version, title: standard.title },
          retest: false,
          startedAt: new Date().toISOString(),
          zone: localZone(),
          ready: [],
          note: '',
          revision: 1,
          source: 'car',
          beside: null,
        },
      }),
    );
    actOn(id, { do: 'begin', failed: [] });
    void navigate(`/mocks/${id}/marking`);
  }, [standard, instructor, dispatch, actOn, navigate]);
  return standard && instructor ? start : null;
}
