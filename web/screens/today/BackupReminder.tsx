import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import { useBackupsQuery, useMay } from '../../data/api';

/** That the school is not being backed up; nothing while it is. */
export function BackupReminder() {
  const owner = useMay('keep records safe');
  const { data } = useBackupsQuery(undefined, { skip: !owner });
  if (!data || (!data.late && data.failed === null)) return null;
  return (
    <Box component="section" aria-labelledby="backup-reminder" sx={{ mb: 3 }}>
      <Typography variant="h2" id="backup-reminder">
        {data.late ? 'No backup for two days' : 'The last backup failed'}
      </Typography>
      <Typography>
        If the disk fails, you lose everything since the last backup.{' '}
        <Link to="/school?view=devices">Open backups</Link>
      </Typography>
    </Box>
  );
}
