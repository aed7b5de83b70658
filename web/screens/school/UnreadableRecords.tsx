import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { UnreadableRecord } from '../../../contract';
import { useUnreadableQuery } from '../../data/api';
import { colour } from '../../parts/ui';

/** What the server cannot make sense of; nothing is shown while there is none. */
export function UnreadableRecords() {
  const { data } = useUnreadableQuery();
  if (!data || data.items.length === 0) return null;
  return (
    <Box
      component="section"
      aria-labelledby="unreadable"
      sx={{ borderLeft: `4px solid ${colour('ochre')}`, pl: 2 }}
    >
      <Typography variant="h2" id="unreadable">
        Records that can’t be read
      </Typography>
      <Typography sx={{ color: 'text.secondary', mb: 1 }}>
        A failing disk or another program damaged them. Everything else works. Restore a backup, or enter them
        again.
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data.items.map((record) => (
          <Box
            component="li"
            key={`${record.kind} ${record.id} ${record.what}`}
            sx={{ py: 1, borderBottom: `1px solid ${colour('line')}` }}
          >
            <Typography sx={{ fontWeight: 700 }}>
              <NameOf record={record} />
            </Typography>
            <Typography sx={{ color: 'text.secondary' }}>{record.what}</Typography>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

const words: Readonly<Record<UnreadableRecord['kind'], string>> = {
  learner: 'Learner',
  mock: 'Mock of',
  standard: 'Standard',
  'diary entry': 'Diary entry of',
  vehicle: 'Vehicle',
  'vehicle check': 'Vehicle check of',
  route: 'Route',
  question: 'Question',
  result: 'Licence test result of',
  settings: 'Settings under the name',
  'yard course': 'Course',
  'yard vehicle': 'Vehicle of the yard',
  'yard practice': 'Yard practice of',
  grading: 'Grades of written cases of',
};

function NameOf({ record: { kind, id, name } }: { readonly record: UnreadableRecord }) {
  const text = `${words[kind]} ${name}`;
  if (kind === 'learner') return <Link to={`/learners/${id}`}>{text}</Link>;
  if (kind === 'mock') return <Link to={`/mocks/${id}`}>{text}</Link>;
  return text;
}
