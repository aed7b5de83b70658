import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import { adviceFor, adviceWith, practisedAt } from '../../../core/coaching';
import type { RouteSummary } from '../../../contract';
import { featureKindOf } from '../../../core/route';
import { useRoutesQuery, useCoachingQuery } from '../../data/api';
import { colour } from '../ui';

export interface WorkItem {
  readonly key: string;
  readonly title: string;
  readonly skill: string;
  /** Why it is named: a gain, marks of today. */
  readonly why: string;
  /** Where it was marked, in words. */
  readonly where?: string;
}

/** Things to work on in their order, each with its usual cause, its cure, and where it can be practised. */
export function WorkOn({
  items,
  plain = false,
}: {
  readonly items: readonly WorkItem[];
  /** Without what needs signing in: the school's own advice and its routes. */
  readonly plain?: boolean;
}) {
  const { data: coaching } = useCoachingQuery(undefined, { skip: plain });
  const { data: routes } = useRoutesQuery(undefined, { skip: plain });
  const advice = adviceWith(coaching?.advice ?? []);
  return (
    <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {items.map(({ key, title, skill, why, where }, n) => {
        const own = adviceFor(advice, skill);
        return (
          <Box
            component="li"
            key={key}
            sx={{
              display: 'grid',
              gridTemplateColumns: '44px minmax(0, 1fr)',
              py: 2,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Typography
              aria-hidden
              sx={{ fontSize: '1.8rem', fontWeight: 700, lineHeight: 1, color: colour('jasper') }}
            >
              {n + 1}
            </Typography>
            <Box>
              <Typography sx={{ fontWeight: 700, fontSize: '1.15rem', lineHeight: 1.25 }}>{title}</Typography>
              <Typography sx={{ color: 'text.secondary' }}>
                {[why, where].filter(Boolean).join('. ')}.
              </Typography>
              {own ? (
                <Box component="dl" sx={{ m: 0, mt: 1, display: 'grid', rowGap: 0.5 }}>
                  <Line name="Usual cause">{own.cause}</Line>
                  <Line name="Instead">{own.instead}</Line>
                  <Line name="Exercise">{own.exercise}</Line>
                </Box>
              ) : null}
              <PractiseOn skill={skill} routes={routes?.items ?? []} />
            </Box>
          </Box>
        );
      })}
    </Box>
  );
}

/** Where a skill can be practised; nothing where no route asks for it. */
export function PractiseOn({
  skill,
  routes,
}: {
  readonly skill: string;
  readonly routes: readonly RouteSummary[];
}) {
  const places = placesFor(skill, routes);
  if (places.length === 0) return null;
  return (
    <Typography variant="body2" sx={{ mt: 1 }}>
      Practise it on{' '}
      {places.map(({ route, words }, m) => (
        <span key={route.id}>
          {m > 0 ? ', ' : ''}
          <Link to={`/routes/${route.id}`}>{route.title}</Link> ({words})
        </span>
      ))}
      .
    </Typography>
  );
}

/** A name and what belongs to it, in a list of such. */
export function Line({ name, children }: { readonly name: string; readonly children: string }) {
  return (
    <Box sx={{ display: { xs: 'block', sm: 'grid' }, gridTemplateColumns: '110px 1fr' }}>
      <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
        {name}
      </Typography>
      <Typography component="dd" variant="body2" sx={{ m: 0 }}>
        {children}
      </Typography>
    </Box>
  );
}

/** Routes that have most of what asks for a skill. */
function placesFor(skill: string, routes: readonly RouteSummary[]) {
  const kinds = practisedAt(skill).slice(0, 3);
  return routes
    .map((route) => {
      const found = kinds.flatMap((kind) => route.kinds.filter((one) => one.kind === kind));
      const times = found.reduce((sum, one) => sum + one.times, 0);
      const words = found
        .slice(0, 2)
        .map((one) => `${one.times} × ${featureKindOf(one.kind)?.title.toLowerCase() ?? one.kind}`)
        .join(', ');
      return { route, times, words };
    })
    .filter(({ times }) => times > 0)
    .sort((a, b) => b.times - a.times)
    .slice(0, 2);
}
