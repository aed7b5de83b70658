import { Box } from '@mui/material';
import { memo } from 'react';
import { referenceTo, signalDue } from '../../../core/route';
import type { DoAction } from '../../data/log';
import { distanceText } from '../../parts/features';
import { DirectionCard, itemWords, Road } from '../../parts/road';
import { colour, tokens } from '../../parts/ui';
import { Press } from './frame';
import type { Ribbon } from './useRibbon';

interface Props {
  readonly ribbon: Ribbon;
  readonly act: DoAction;
  /** One short strip, for an upright phone. */
  readonly strip?: boolean;
}

/** The route as it comes nearer: what to say, what follows, and how far it is. */
export const RibbonPanel = memo(function RibbonPanel({ ribbon, act, strip = false }: Props) {
  const { route, items, along, off, hot, by, step } = ribbon;
  const ahead = items.filter((item) => item.along > along - (by === 'touch' ? -1 : 30));
  const direction = ahead.find(
    (item) => item.what === 'feature' && item.direction !== null && item.direction.again,
  );
  const say = direction?.what === 'feature' ? direction.direction : null;
  // Where the learner has to signal for a slip road, that is what there is to watch.
  const signal = signalDue(say, along);
  const due = say !== null && say.main.along <= along + 25;
  const said = () => {
    if (direction?.what === 'feature' && say)
      act({ do: 'say', feature: referenceTo(direction.feature), text: say.main.text });
    if (by === 'touch') step(1);
  };
  const next = () => step(1);
  return (
    <Box
      component="section"
      aria-label={`Route: ${route.title}`}
      sx={{
        display: 'flex',
        flexDirection: 'column',
        height: strip ? 'auto' : '100%',
        minHeight: 0,
        gap: 0.75,
      }}
    >
      {off ? (
        <Box
          role="status"
          sx={{
            border: `2px solid ${colour('ochre')}`,
            borderRadius: `${tokens.radius}px`,
            p: 1,
            fontSize: 17,
          }}
        >
          <b>Off the route.</b> That isn’t a fault if it’s done safely.
        </Box>
      ) : null}
      <Box sx={{ display: 'grid', gridTemplateColumns: strip ? '1fr 76px' : '1fr', gap: 0.75 }}>
        <DirectionCard
          lead={
            signal ??
            (say
              ? due
                ? 'Say now; a touch says it was said'
                : `Say in ${distanceText(Math.max(0, say.main.along - along), route.units)}`
              : 'No more directions')
          }
          due={due}
          label={say ? `Said: ${say.main.text}` : 'Nothing to say'}
          onPress={said}
        >
          {say?.main.text ?? 'Follow the road to the end'}
        </DirectionCard>
        {strip ? (
          <Press type="button" onClick={next} aria-label="Next on the route">
            Next
          </Press>
        ) : null}
      </Box>
      {strip ? (
        <Box sx={{ whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis', fontSize: 16 }}>
          {ahead.slice(0, 2).map((item) => (
            <span key={item.id} style={{ marginRight: 14 }}>
              <span style={{ color: colour('soft') }}>
                {distanceText(Math.max(0, item.along - along), route.units)}
              </span>{' '}
              {itemWords(item, route)}
            </span>
          ))}
        </Box>
      ) : (
        <>
          <Road {...{ ahead, along, hot, route }} />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 2fr', gap: 0.75 }}>
            <Press type="button" onClick={() => step(-1)} aria-label="Back on the route">
              Back
            </Press>
            <Press type="button" onClick={next} aria-label="Next on the route" style={{ fontWeight: 700 }}>
              Next
            </Press>
          </Box>
        </>
      )}
    </Box>
  );
});
