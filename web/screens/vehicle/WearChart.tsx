import { Box, Typography } from '@mui/material';
import { LEGAL_TREAD, MILE_KM, wheels, type Wear } from '../../../core/vehicle';
import { numberText } from '../../../core/numbers';
import { Figure } from '../../parts/charts';
import { useUnits } from '../../parts/features';

type Units = ReturnType<typeof useUnits>;
/** Kilometres in what the school counts in. */
const per = (units: Units): number => (units === 'imperial' ? MILE_KM : 1);

const dayWords = (day: string): string =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });

function words({ wheel, readings, reaches, interval }: Wear, units: Units): string {
  const name = wheels[wheel];
  if (!reaches) return `${name}: ${readings.length < 2 ? 'one reading can’t show wear yet' : 'no wear yet'}.`;
  const at = `${name}: ${LEGAL_TREAD} mm about ${dayWords(reaches.day)}, at ${numberText(Math.round(reaches.km / per(units) / 100) * 100)} ${units === 'imperial' ? 'miles' : 'km'}`;
  if (!interval) return `${at}; two readings give no range.`;
  const [early, late] = interval.day;
  return `${at}; 80% range ${late === null ? `from ${dayWords(early)} on` : `${dayWords(early)} to ${dayWords(late)}`}.`;
}

const dashes = ['solid', 'dash', 'dot', 'dashdot'] as const;

/** How the tyres wear with the distance, and when each reaches the legal depth. */
export function WearChart({ wear }: { readonly wear: readonly Wear[] }) {
  const units = useUnits();
  const [unit, size] = [units === 'imperial' ? 'miles' : 'km', per(units)];
  const worn = wear.filter(({ line }) => line !== null);
  const soonest = [...worn].sort((a, b) => (a.reaches?.km ?? 0) - (b.reaches?.km ?? 0))[0];
  return (
    <Box>
      <Typography variant="h3">Wear</Typography>
      <Box component="ul" sx={{ mt: 0.5, mb: 1.5, pl: 2.5 }}>
        {wear.map((one) => (
          <Typography component="li" key={one.wheel} sx={{ fontWeight: one === soonest ? 700 : 400 }}>
            {words(one, units)}
          </Typography>
        ))}
      </Box>
      {worn.length > 0 ? (
        <Figure
          title="Least tread by odometer"
          label="Points are readings, lines the wear that they show."
          file="wear"
          columns={['Tyre', `Odometer, ${unit}`, 'Least tread, mm']}
          rows={worn.flatMap(({ wheel, readings }) =>
            readings.map(({ km, mm }) => [wheels[wheel], Math.round(km / size), mm]),
          )}
          height={320}
          draw={(colours) => ({
            data: [
              ...worn.flatMap(({ wheel, readings, line, reaches }, n) => {
                const first = readings[0]?.km ?? 0;
                const until = reaches?.km ?? first;
                const depth = (km: number) => (line ? line.at + line.slope * km : 0);
                const colour = [colours.jasper, colours.slate, colours.moss, colours.ochre][n] ?? colours.ink;
                return [
                  {
                    x: readings.map(({ km }) => km / size),
                    y: readings.map(({ mm }) => mm),
                    type: 'scatter' as const,
                    mode: 'markers' as const,
                    marker: { size: 9, color: colour },
                    showlegend: false,
                    hovertemplate: `${wheels[wheel]}: %{y:.1f} mm at %{x:,.0f} ${unit}<extra></extra>`,
                  },
                  {
                    x: [first / size, until / size],
                    y: [depth(first), depth(until)],
                    type: 'scatter' as const,
                    mode: 'lines' as const,
                    name: wheels[wheel],
                    line: { color: colour, width: 2, dash: dashes[n] ?? 'solid' },
                    hoverinfo: 'skip' as const,
                  },
                ];
              }),
            ],
            layout: {
              showlegend: true,
              legend: { orientation: 'h', y: 1.15 },
              xaxis: { title: { text: `odometer, ${unit}` } },
              yaxis: { title: { text: 'least tread, mm' }, rangemode: 'tozero' },
              shapes: [
                {
                  type: 'line',
                  xref: 'paper',
                  x0: 0,
                  x1: 1,
                  y0: LEGAL_TREAD,
                  y1: LEGAL_TREAD,
                  line: { color: colours.ink, width: 2, dash: 'dash' },
                },
              ],
              annotations: [
                {
                  xref: 'paper',
                  x: 0,
                  y: LEGAL_TREAD,
                  text: `legal, ${LEGAL_TREAD} mm`,
                  showarrow: false,
                  xanchor: 'left',
                  yanchor: 'bottom',
                },
              ],
            },
          })}
        />
      ) : null}
    </Box>
  );
}
