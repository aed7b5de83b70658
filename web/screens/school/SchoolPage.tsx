import { Box, Tab, Tabs, Typography } from '@mui/material';
import { useSearchParams } from 'react-router';
import { colour } from '../../parts/ui';
import { useMay } from '../../data/api';
import { OnlyOwners } from '../../parts/people';
import { AdviceView } from './AdviceView';
import { AgreementView } from './AgreementView';
import { ChangesView } from './ChangesView';
import { DevicesView } from './DevicesView';
import { GeneralView } from './GeneralView';
import { PeopleView } from './PeopleView';
import { SettingsView } from './SettingsView';
import { TrustView } from './TrustView';
import { UnreadableRecords } from './UnreadableRecords';
import { YouView } from './YouView';

const views = [
  ['general', 'Settings'],
  ['people', 'People'],
  ['trust', 'Forecast accuracy'],
  ['agreement', 'Marking agreement'],
  ['readiness', 'Readiness rules'],
  ['advice', 'Advice'],
  ['devices', 'Devices and backups'],
  ['changes', 'Changes'],
  ['you', 'Your sign-in'],
] as const;

/** Not even shown to who may not read them. */
const OWNERS_ONLY: ReadonlySet<string> = new Set(['changes']);

/** What holds for the whole school. */
export function SchoolPage() {
  const [params, setParams] = useSearchParams();
  const owner = useMay('manage people');
  const shown = views.filter(([id]) => owner || !OWNERS_ONLY.has(id));
  const view = shown.find(([id]) => id === params.get('view'))?.[0] ?? 'trust';
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
        {shown.map(([id, title]) => (
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
      {view === 'general' ? (
        <OnlyOwners right="manage the school" what="these settings">
          <GeneralView />
        </OnlyOwners>
      ) : null}
      {view === 'people' ? <PeopleView /> : null}
      {view === 'trust' ? <TrustView /> : null}
      {view === 'agreement' ? <AgreementView /> : null}
      {view === 'readiness' ? (
        <OnlyOwners right="manage the school" what="these rules">
          <SettingsView />
        </OnlyOwners>
      ) : null}
      {view === 'advice' ? (
        <OnlyOwners right="manage the school" what="this advice">
          <AdviceView />
        </OnlyOwners>
      ) : null}
      {view === 'devices' ? <DevicesView /> : null}
      {view === 'changes' ? <ChangesView /> : null}
      {view === 'you' ? <YouView /> : null}
      {/* Below all that can be touched: it comes last, and moves nothing. */}
      {owner ? <UnreadableRecords /> : null}
    </Box>
  );
}
