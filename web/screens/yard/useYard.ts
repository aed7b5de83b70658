import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { OwnYardFile } from '../../../contract';
import type { Parsed } from '../../../core/problems';
import {
  layOut,
  readSettings,
  settingsText,
  type Course,
  type Layout,
  type Settings,
  type YardVehicle,
} from '../../../core/yard';
import { useYardQuery } from '../../data/api';
import { withParam } from '../../parts/ui';

/** The course and vehicle that the address names, and the course laid out. */
export interface Yard {
  readonly courses: readonly Course[];
  readonly vehicles: readonly YardVehicle[];
  /** Which of them are the school's own. */
  readonly own: readonly OwnYardFile[];
  readonly course: Course;
  readonly vehicle: YardVehicle;
  readonly settings: Settings;
  readonly laid: Parsed<Layout>;
  readonly choose: (key: 'course' | 'vehicle', id: string) => void;
  /** @param value null: as usual */
  readonly set: (parameter: string, value: number | null) => void;
}

/** What is shown first. */
const FIRST = { course: 'garage-bay', vehicle: 'small-hatchback' };

export function useYard(): {
  readonly yard: Yard | null;
  readonly error: unknown;
  readonly retry: () => void;
} {
  const { data, error, refetch } = useYardQuery();
  const [params, setParams] = useSearchParams();
  const given = params.get('set') ?? '';
  const named = <T extends { readonly id: string }>(
    list: readonly T[] | undefined,
    key: 'course' | 'vehicle',
  ) =>
    list?.find(({ id }) => id === params.get(key)) ?? list?.find(({ id }) => id === FIRST[key]) ?? list?.[0];
  const course = named(data?.courses, 'course');
  const vehicle = named(data?.vehicles, 'vehicle');
  const made = useMemo(() => {
    if (!course || !vehicle) return null;
    const settings = readSettings(given);
    return { settings, laid: layOut(course, vehicle, settings) };
  }, [course, vehicle, given]);
  if (!data || !course || !vehicle || !made) return { yard: null, error, retry: () => void refetch() };
  return {
    error: null,
    retry: () => void refetch(),
    yard: {
      ...data,
      ...made,
      course,
      vehicle,
      // Another course has other parameters, another vehicle other sizes and another seat.
      choose: (key, id) => {
        const dropped = ['set', 'a', 'b', ...(key === 'vehicle' ? ['seat'] : [])];
        const next = dropped.reduce((all, one) => withParam(all, one, ''), withParam(params, key, id));
        setParams(next, { replace: true });
      },
      set: (parameter, value) => {
        const { [parameter]: _, ...others } = made.settings;
        const next = value === null ? others : { ...others, [parameter]: value };
        setParams(withParam(params, 'set', settingsText(next)), { replace: true });
      },
    },
  };
}
