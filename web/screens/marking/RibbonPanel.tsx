import { Box } from '@mui/material';
import { memo } from 'react';
import type { Feature, RibbonItem, Route } from '../../../core/route';
import type { DoAction } from '../../data/log';
import { distanceText, featureText, FeatureGlyph } from '../../parts/features';
import { colour, tokens } from '../../parts/ui';
import { Press } from './frame';
import type { Ribbon } from './useRibbon';

interface Props {
  readonly ribbon: Ribbon;
  readonly act: DoAction;
  /** One short strip, for an upright phone. */
  readonly strip?: boolean;
}

/** How far ahead the ribbon shows, in metres. */
const SHOWN = 900;
/** Least height of one thing on it, in pixels. */
const ROW = 66;

/** The route as it comes nearer: what to say, what follows, and how far it is. */
export const RibbonPanel = memo(function RibbonPanel({ ribbon, act, strip = false }: Props) {
  const { route, items, along, off, hot, by, step } = ribbon;
  const ahead = items.filter((item) => item.along > along - (by === 'touch' ? -1 : 30));
  const direction = ahead.find(
    (item) => item.what === 'feature' && item.direction !== null && item.direction.saidWith === null,
  );
  const say = direction?.what === 'feature' ? direction.direction : null;
  const due = say !== null && say.main.along <= along + 25;
  const said = () => {
    if (direction?.what === 'feature' && say) act({ do: 'say', feature: direction.id, text: say.main.text });
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
          <b>Off the route.</b> No fault, when it is done safely.
        </Box>
      ) : null}
      <Press
        type="button"
        onClick={said}
        aria-label={say ? `Said: ${say.main.text}` : 'Nothing to say'}
        style={{
          textAlign: 'left',
          padding: '8px 12px',
          background: colour(due ? 'ink' : 'card'),
          color: colour(due ? 'paper' : 'ink'),
          fontSize: 18,
          fontWeight: 700,
        }}
      >
        <Box component="span" sx={{ display: 'block', fontSize: 16, fontWeight: 400 }}>
          {say
            ? due
              ? 'Say now; a touch says it was said'
              : `Say in ${distanceText(Math.max(0, say.main.along - along), route.units)}`
            : 'No more directions'}
        </Box>
        {say?.main.text ?? 'Follow the road to the end'}
      </Press>
      {strip ? (
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <Box sx={{ flex: 1, minWidth: 0, fontSize: 17 }}>
            {ahead.slice(0, 2).map((item) => (
              <Box key={item.id} sx={{ whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis' }}>
                <span style={{ color: colour('soft') }}>
                  {distanceText(Math.max(0, item.along - along), route.units)}
                </span>{' '}
                {itemWords(item, route)}
              </Box>
            ))}
          </Box>
          <Press type="button" onClick={next} style={{ minWidth: 72 }} aria-label="Next on the route">
            Next
          </Press>
        </Box>
      ) : (
        <>
          <Road {...{ ahead, along, route, hot }} />
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

/** The strip itself, the car at its foot: distances to scale, as far as words leave room. */
function Road({
  ahead,
  along,
  route,
  hot,
}: {
  readonly ahead: readonly RibbonItem[];
  readonly along: number;
  readonly route: Route;
  readonly hot: ReadonlyMap<string, number>;
}) {
  const shown = ahead.filter((item) => item.along - along < SHOWN).slice(0, 9);
  const rest = shown.length < 3 ? ahead.slice(0, 3) : shown;
  // One hundred metres are fifty pixels, unless what lies below needs the room.
  const heights = rest.reduce<number[]>((all, item) => {
    const wanted = Math.max(0, item.along - along) * 0.5;
    return [...all, Math.max(wanted, (all.at(-1) ?? -ROW) + ROW)];
  }, []);
  return (
    <Box sx={{ position: 'relative', flex: 1, minHeight: 0, overflow: 'hidden' }}>
      <Box
        sx={{
          position: 'absolute',
          left: 14,
          width: 16,
          top: 0,
          bottom: 0,
          bgcolor: colour('wash'),
          borderLeft: `2px solid ${colour('line')}`,
          borderRight: `2px solid ${colour('line')}`,
        }}
      />
      <Box
        component="svg"
        viewBox="0 0 40 36"
        aria-hidden
        sx={{ position: 'absolute', left: 2, bottom: 2, width: 40, height: 36, color: colour('jasper') }}
      >
        <path d="M20 2 36 34 20 27 4 34Z" fill="currentColor" />
      </Box>
      <Box component="ol" aria-label="Coming nearer" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rest.map((item, n) => (
          <Box
            component="li"
            key={item.id}
            sx={{
              position: 'absolute',
              left: 2,
              right: 0,
              bottom: 40 + (heights[n] ?? 0),
              display: 'grid',
              gridTemplateColumns: '40px 1fr',
              gap: 0.75,
              alignItems: 'center',
            }}
          >
            <Box sx={{ display: 'grid', placeItems: 'center' }}>
              {item.what === 'feature' ? (
                <FeatureGlyph
                  kind={item.feature.kind}
                  size={34}
                  tone={hot.has(item.id) ? 'jasper' : item.feature.trap ? 'ochre' : 'slate'}
                  filled={hot.has(item.id)}
                />
              ) : (
                <Box
                  sx={{
                    width: 20,
                    height: 34,
                    borderRadius: 1,
                    background:
                      item.what === 'calm'
                        ? `repeating-linear-gradient(45deg, ${colour('moss')} 0 4px, transparent 4px 9px)`
                        : colour('ink'),
                  }}
                />
              )}
            </Box>
            <Box sx={{ fontSize: 16, lineHeight: 1.15, bgcolor: colour('paper'), py: 0.25 }}>
              <b>{itemWords(item, route)}</b>
              <Box sx={{ color: colour('soft') }}>
                {distanceText(Math.max(0, item.along - along), route.units)}
                {item.what === 'feature' && hot.has(item.id)
                  ? `, hot: ${(hot.get(item.id) ?? 0).toFixed(1)} a pass`
                  : ''}
                {item.what === 'feature' && item.feature.note ? `, ${item.feature.note}` : ''}
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function itemWords(item: RibbonItem, route: Route): string {
  switch (item.what) {
    case 'calm':
      return `Calm for ${Math.round(item.window.seconds)} s: ask here`;
    case 'independent':
      return item.begins ? 'The independent drive begins' : 'The independent drive ends: say so';
    case 'feature': {
      const also = item.also.find(({ kind }) =>
        ['stop-junction', 'give-way', 'traffic-lights', 'crossroads', 'speed-change'].includes(kind),
      );
      return `${shortText(item.feature, route)}${also ? `, ${shortText(also, route).toLowerCase()}` : ''}`;
    }
  }
}

const shortText = (feature: Feature, route: Route): string =>
  featureText(
    {
      ...feature,
      side: ['pull-up', 'hill-start', 'parked-row', 'bend'].includes(feature.kind) ? feature.side : null,
      toward: '',
      exits: null,
    },
    route.units,
  );
