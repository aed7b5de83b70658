import { Box, Button, Stack, Typography } from '@mui/material';
import { useState } from 'react';
import type { Feature, Route } from '../../../core/route';
import { distanceText, featureText, FeatureGlyph } from '../../parts/features';
import { colour } from '../../parts/ui';

interface Props {
  readonly route: Route;
  readonly onOpen: (feature: Feature) => void;
  readonly onUnmute: () => void;
  readonly onRedraw: () => void;
  readonly onSplit: (feature: Feature) => void;
}

/** Everything along a route in its order; a touch opens it. */
export function AlongPanel({ route, onOpen, onUnmute, onRedraw, onSplit }: Props) {
  const [splitting, setSplitting] = useState(false);
  return (
    <Box component="section" aria-label="Along the route" sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {splitting
          ? 'Choose where the route is cut: what comes after becomes a route of its own.'
          : 'Proposed from the roads; touch one to change or remove it. The black ones were added by hand.'}
      </Typography>
      <Box
        component="ul"
        aria-label="Features"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          maxHeight: 'calc(100vh - 520px)',
          minHeight: 180,
          overflowY: 'auto',
        }}
      >
        {route.features.map((feature) => (
          <Box component="li" key={feature.id} sx={{ borderBottom: `1px solid ${colour('line')}` }}>
            <Button
              fullWidth
              color="inherit"
              onClick={() => {
                if (splitting) onSplit(feature);
                else onOpen(feature);
                setSplitting(false);
              }}
              sx={{
                justifyContent: 'flex-start',
                gap: 1,
                fontWeight: 400,
                textAlign: 'left',
                px: 0.5,
                minHeight: 48,
                lineHeight: 1.2,
              }}
            >
              <FeatureGlyph
                kind={feature.kind}
                size={26}
                tone={feature.trap ? 'ochre' : feature.source === 'hand' ? 'ink' : 'slate'}
              />
              <Box sx={{ flex: 1 }}>
                {featureText(feature, route.units)}
                {feature.note ? (
                  <Box sx={{ fontSize: 15, color: 'text.secondary' }}>{feature.note}</Box>
                ) : null}
              </Box>
              <Box sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
                {distanceText(feature.along, route.units)}
              </Box>
            </Button>
          </Box>
        ))}
      </Box>
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Button variant="outlined" onClick={() => setSplitting(!splitting)}>
          {splitting ? 'Cancel' : 'Split the route'}
        </Button>
        {route.muted.length > 0 ? (
          <Button
            variant="outlined"
            onClick={() => {
              onUnmute();
              onRedraw();
            }}
          >
            Restore all ({route.muted.length} removed)
          </Button>
        ) : null}
      </Stack>
    </Box>
  );
}
