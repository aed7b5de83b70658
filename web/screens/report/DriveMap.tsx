import { Box, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import type { MockView } from '../../../contract';
import { boundsOf } from '../../../core/map';
import type { MarkedAt } from '../../../core/hotspot';
import { clockText, MANY_MARKS } from '../../../core/marking';
import type { Report, ReportMark } from '../../../core/report';
import type { Route } from '../../../core/route';
import type { Position } from '../../../core/geo';
import { useTrackQuery } from '../../data/api';
import { FeatureGlyph, useUnits } from '../../parts/features';
import { Marker, NetworkMap, type MapLine } from '../../parts/map';
import { useNetwork, type OpenNetwork } from '../../data/network';
import { colour, Glyph } from '../../parts/ui';

interface Props {
  readonly mock: MockView;
  readonly report: Report;
  /** What was driven; null until it is known, or without one. */
  readonly route: Route | null;
}

/** Where the marks of a drive were made: on the map and as a list that select each other. */
export function DriveMap({ mock, report, route }: Props) {
  const { data: track } = useTrackQuery(mock.id);
  const network = useNetwork(route?.network?.id ?? null);
  const allPlaced = useMemo(
    () =>
      report.marks.flatMap((mark): readonly PlacedMark[] =>
        mark.position ? [{ mark, position: mark.position }] : [],
      ),
    [report],
  );
  const placed = allPlaced.slice(0, MANY_MARKS);
  if (placed.length === 0 && !mock.route) return null;
  return (
    <Box component="section" aria-labelledby="where">
      <Typography variant="h2" id="where" sx={{ mb: 1 }}>
        Where it was
      </Typography>
      {allPlaced.length > MANY_MARKS ? (
        <Typography sx={{ mb: 1 }}>
          The first {MANY_MARKS} of {allPlaced.length} marks with a position are shown.
        </Typography>
      ) : null}
      {placed.length === 0 ? (
        <Typography>No mark of this drive has a position.</Typography>
      ) : network.status === 'open' ? (
        <Placed
          {...{ placed }}
          network={network.network}
          line={route?.line ?? null}
          track={track?.items ?? []}
        />
      ) : (
        <Typography>
          {placed.length} marks have a position; the road network is not here to show them on.
        </Typography>
      )}
    </Box>
  );
}

interface PlacedMark {
  readonly mark: ReportMark;
  readonly position: MarkedAt;
}

function Placed({
  placed,
  network,
  line,
  track,
}: {
  readonly placed: readonly PlacedMark[];
  readonly network: OpenNetwork;
  readonly line: readonly Position[] | null;
  readonly track: readonly Position[];
}) {
  const [chosen, setChosen] = useState<number | null>(null);
  const units = useUnits();
  const { middle } = network.geometry;
  // The list comes anew with every event of the drive; what it shows seldom does.
  const key = placed.map(({ position: { position } }) => `${position.lat},${position.lon}`).join(' ');
  const fit = useMemo(
    () => boundsOf(middle, line ?? placed.map(({ position }) => position.position)),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [middle, line, key],
  );
  const lines = useMemo(
    (): readonly MapLine[] => [
      ...(line ? [{ positions: line, tone: 'jasper' as const, width: 4, directed: true }] : []),
      ...(track.length > 1 ? [{ positions: track, tone: 'soft' as const, width: 2, dash: [5, 5] }] : []),
    ],
    [line, track],
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 360px' },
      }}
    >
      <NetworkMap
        geometry={network.geometry}
        units={units}
        lines={lines}
        fit={fit}
        height={420}
        label={`Map of the drive: ${placed.length} marks at their places`}
      >
        {placed.map(({ mark, position: { position } }, n) => {
          return (
            <Marker
              key={`${mark.by} ${n}`}
              position={position}
              label={`${mark.label}, ${mark.grade.toLowerCase()}`}
              size={34}
              chosen={chosen === n}
              onClick={() => setChosen(chosen === n ? null : n)}
            >
              <Box
                sx={{
                  bgcolor: colour('paper'),
                  borderRadius: '50%',
                  width: 26,
                  height: 26,
                  display: 'grid',
                  placeItems: 'center',
                  border: `1px solid ${colour('strongLine')}`,
                }}
              >
                <Glyph gravity={mark.gravity} size={17} />
              </Box>
            </Marker>
          );
        })}
      </NetworkMap>
      <Box
        component="ol"
        aria-label="Marks with a position"
        sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 420, overflowY: 'auto' }}
      >
        {placed.map(({ mark, position: { kind } }, n) => {
          return (
            <Box component="li" key={`${mark.by} ${n}`} sx={{ borderBottom: `1px solid ${colour('line')}` }}>
              <Box
                component="button"
                type="button"
                aria-pressed={chosen === n}
                onClick={() => setChosen(chosen === n ? null : n)}
                sx={{
                  font: 'inherit',
                  color: 'inherit',
                  background: chosen === n ? colour('wash') : 'none',
                  border: 0,
                  width: '100%',
                  textAlign: 'left',
                  cursor: 'pointer',
                  display: 'grid',
                  gridTemplateColumns: '22px 1fr 28px',
                  gap: 1,
                  alignItems: 'center',
                  py: 0.75,
                }}
              >
                <Glyph gravity={mark.gravity} size={18} />
                <span>
                  {mark.label}
                  <Box component="span" sx={{ display: 'block', fontSize: 15, color: colour('soft') }}>
                    {clockText(mark.seconds)} {mark.grade.toLowerCase()}
                  </Box>
                </span>
                {kind ? <FeatureGlyph kind={kind} size={26} /> : <span />}
              </Box>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
