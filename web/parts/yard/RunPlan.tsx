import { Box } from '@mui/material';
import { useMemo, type ReactNode } from 'react';
import type { Manoeuvre } from '../../../core/standard';
import { courseFor, layOut, sweep, type Course, type YardVehicle } from '../../../core/yard';
import { useYardQuery } from '../../data/api';
import { usePlan } from '../../data/yard';
import { colour } from '../ui';
import { SweepLayer } from './SweepLayer';
import { YardDrawing } from './YardDrawing';

interface Props {
  readonly manoeuvre: Pick<Manoeuvre, 'kind'>;
  readonly side: 'left' | 'right' | null;
  /** The vehicle of the school that is driven. */
  readonly vehicle: string | null;
}

/** What it is drawn for when the vehicle hasn't been measured. */
const USUAL = 'small-hatchback';

/** The course that a manoeuvre is practised on, and the vehicle; null where there is none, or not yet. */
function useCourseOf({ manoeuvre, side, vehicle: of }: Props) {
  const { data } = useYardQuery();
  if (!data) return null;
  const course = courseFor(data.courses, manoeuvre, side);
  const measured = data.own.find((one) => of !== null && one.of === of)?.id;
  const vehicle = data.vehicles.find(({ id }) => id === (measured ?? USUAL));
  return course && vehicle ? { course, vehicle, measured: measured !== undefined } : null;
}

/** Given what it needs only where a plan can be shown. */
export function WithRunPlan({ children, ...run }: Props & { readonly children: ReactNode }) {
  return useCourseOf(run) ? children : null;
}

/** The plan of a manoeuvre that is under way: a small picture, and the stages. */
export function RunPlan(run: Props) {
  const found = useCourseOf(run);
  return found ? <Picture {...found} /> : null;
}

function Picture({
  course,
  vehicle,
  measured,
}: {
  readonly course: Course;
  readonly vehicle: YardVehicle;
  readonly measured: boolean;
}) {
  const laid = useMemo(() => layOut(course, vehicle), [course, vehicle]);
  const { answer } = usePlan({ course, vehicle, settings: {} });
  const plan = answer?.feasible ? answer.plan : null;
  const swept = useMemo(() => (plan ? sweep(vehicle, plan.path) : null), [plan, vehicle]);
  if (!laid.ok) return null;
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 1.5,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'minmax(0, 3fr) minmax(0, 2fr)' },
      }}
    >
      <YardDrawing
        layout={laid.value}
        vehicle={vehicle}
        places
        height={150}
        label={`Plan of ${course.title} for ${vehicle.title}`}
      >
        {(projection) =>
          swept ? <SweepLayer projection={projection} sweep={swept} area={false} tracks /> : null
        }
      </YardDrawing>
      <Box sx={{ fontSize: 16, color: colour('ink') }}>
        <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
          {laid.value.stages.map(({ id, say }) => (
            <li key={id}>{say}</li>
          ))}
        </Box>
        <Box component="p" sx={{ m: 0, mt: 0.5, color: colour('soft') }}>
          {course.title}, {measured ? vehicle.title : 'for a small hatchback: yours hasn’t been measured'}
        </Box>
      </Box>
    </Box>
  );
}
