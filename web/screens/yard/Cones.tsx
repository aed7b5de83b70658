import { Alert, Box, Typography } from '@mui/material';
import { useMemo } from 'react';
import {
  pointTitle,
  seen,
  surveyOf,
  unseenNear,
  type Layout,
  type Pose,
  type Seen,
  type Unseen,
  type YardVehicle,
} from '../../../core/yard';

interface Props {
  readonly vehicle: YardVehicle;
  readonly layout: Layout;
  readonly pose: Pose;
  /** The pose in a second, as it is driven; null: it stands. */
  readonly ahead: Pose | null;
}

/** What is seen of the cones from a pose, and which of them are close and out of sight. */
export function useCones({ vehicle, layout, pose, ahead }: Props): {
  readonly sight: Seen;
  readonly unseen: readonly Unseen[];
} {
  const survey = useMemo(() => surveyOf(vehicle, layout), [vehicle, layout]);
  const sight = seen(vehicle, layout, pose);
  return { sight, unseen: unseenNear(survey, sight, pose, ahead) };
}

/** Over the view from the seat: a cone you can't see is one you are about to hit. */
export function UnseenNote({ unseen }: { readonly unseen: readonly Unseen[] }) {
  const near = unseen.toSorted((a, b) => a.metres - b.metres);
  const [first] = near;
  return (
    <Box
      role="status"
      sx={{ position: 'absolute', left: 8, right: 8, bottom: 8, display: 'grid', justifyItems: 'center' }}
    >
      {first ? (
        <Alert severity="warning" variant="outlined" sx={{ py: 0, bgcolor: 'background.paper' }}>
          {`You can’t see ${coneName(first.cone)}, ${(Math.max(0, first.metres) * 100).toFixed(0)} cm away.`}
          {near.length > 1 ? ` And ${near.length - 1} more.` : ''}
        </Alert>
      ) : null}
    </Box>
  );
}

const coneName = (id: string): string => `the cone ${pointTitle(id).toLowerCase()}`;

/** Which cones are seen through the windows, in which mirror, and which are not. */
export function ConeList({ vehicle, sight }: { readonly vehicle: YardVehicle; readonly sight: Seen }) {
  const rows = [
    ['Through the windows', sight.direct],
    ...vehicle.mirrors.map(({ id, title }) => [`In the ${title}`, sight.mirrors[id] ?? []] as const),
    ['Not seen', sight.hidden],
  ] as const;
  return (
    <Box component="section" aria-label="Cones now" sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h2">Cones now</Typography>
      <Box
        component="dl"
        sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto minmax(0, 1fr)', columnGap: 2, rowGap: 0.5 }}
      >
        {rows.map(([title, ids]) => (
          <Box key={title} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ color: 'text.secondary' }}>
              {title}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {ids.length === 0 ? 'none' : ids.map((id) => pointTitle(id).toLowerCase()).join(', ')}
            </Box>
          </Box>
        ))}
      </Box>
      <Typography variant="body2" color="text.secondary">
        A cone you can’t see is one you are about to hit.
      </Typography>
    </Box>
  );
}
