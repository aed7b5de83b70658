import { Box, Tab, Tabs, Typography } from '@mui/material';
import { useSearchParams } from 'react-router';
import { colour } from '../../parts/ui';
import { AdviceView } from './AdviceView';
import { DevicesView } from './DevicesView';
import { GeneralView } from './GeneralView';
import { SettingsView } from './SettingsView';
import { TrustView } from './TrustView';
import { UnreadableRecords } from './UnreadableRecords';
import { YouView } from './YouView';

const views = [
  ['general', 'Settings'],
  ['trust', 'Forecast accuracy'],
  ['readiness', 'Readiness rules'],
  ['advice', 'Advice'],
  ['devices', 'Devices and backups'],
  ['you', 'Your sign-in'],
] as const;

/** What holds for the whole school. */
export function SchoolPage() {
  const [params, setParams] = useSearchParams();
  const view = views.find(([id]) => id === params.get('view'))?.[0] ?? 'trust';
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Typography variant="h1">School</Typography>
      <Tabs
        value={view}
        onChange={(_, to: string) => setParams({ view: to })}
        aria-label="Parts of the school"
        // On a phone they stand in rows; each has its own line below.
        sx={{ '& [role=tablist]': { flexWrap: 'wrap' }, '& .MuiTabs-indicator': { display: 'none' } }}
      >
        {views.map(([id, title]) => (
          <Tab
            key={id}
            value={id}
            label={title}
            sx={{
              textTransform: 'none',
              fontSize: '1.05rem',
              borderBottom: '3px solid transparent',
              '&.Mui-selected': { borderBottomColor: colour('jasper') },
            }}
          />
        ))}
      </Tabs>
      {view === 'general' ? <GeneralView /> : null}
      {view === 'trust' ? <TrustView /> : null}
      {view === 'readiness' ? <SettingsView /> : null}
      {view === 'advice' ? <AdviceView /> : null}
      {view === 'devices' ? <DevicesView /> : null}
      {view === 'you' ? <YouView /> : null}
      {/* Below all that can be touched: it comes last, and moves nothing. */}
      <UnreadableRecords />
    </Box>
  );
}
