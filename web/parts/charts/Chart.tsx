import { Box } from '@mui/material';
import type { Data, Layout } from 'plotly.js';
import type { PlotParams } from 'react-plotly.js';
import { later, LoadingNote, usePalette, type Palette } from '../ui';

/** Plotly is large and comes only with the first chart. */
const Plot = later<PlotParams>(
  async () => {
    const [{ default: create }, { default: Plotly }] = await Promise.all([
      import('react-plotly.js/factory'),
      import('plotly.js'),
    ]);
    return create(Plotly);
  },
  { what: 'The chart', meanwhile: <LoadingNote what="the chart" /> },
);

interface Props {
  /** What the chart says, in words. */
  readonly label: string;
  readonly height?: number;
  readonly draw: (colours: Palette) => { readonly data: readonly Data[]; readonly layout: Partial<Layout> };
}

/** A chart in the colours of the light that is on. */
export function Chart({ label, height = 300, draw }: Props) {
  const colours = usePalette();
  const { data, layout } = draw(colours);
  const axis = { gridcolor: colours.line, linecolor: colours.ink, zeroline: false, fixedrange: true };
  return (
    <Box sx={{ height }} role="img" aria-label={label}>
      <Plot
        data={[...data]}
        layout={{
          autosize: true,
          margin: { l: 56, r: 12, t: 16, b: 48 },
          paper_bgcolor: 'transparent',
          plot_bgcolor: 'transparent',
          showlegend: false,
          font: { family: 'Atkinson Hyperlegible, sans-serif', size: 15, color: colours.ink },
          ...layout,
          xaxis: { ...axis, ...layout.xaxis },
          yaxis: { ...axis, ...layout.yaxis },
        }}
        config={{ displayModeBar: false, responsive: true }}
        style={{ width: '100%', height: '100%' }}
        useResizeHandler
      />
    </Box>
  );
}
