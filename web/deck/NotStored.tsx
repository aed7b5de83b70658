import { Box } from '@mui/material';
import { LOG_FORMAT, writeLog } from '../../core/marking';
import { useLink, type OpenDrive } from '../log';
import { colour, tokens } from '../ui';
import { Press } from './frame';

/** The browser does not store: said at once, and the marks offered as a file. */
export function NotStored({ drive }: { readonly drive: OpenDrive }) {
  const { storage } = useLink();
  if (storage === 'works') return null;
  const save = () => {
    const url = URL.createObjectURL(new Blob([logText(drive)], { type: 'application/x-ndjson' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${drive.test.startedAt.slice(0, 10)}-${drive.test.id.slice(0, 8)}.jwlog.jsonl`;
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <Box
      role="alert"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        p: 1,
        my: 0.75,
        fontSize: 18,
        border: `2px solid ${colour('ochre')}`,
        borderRadius: `${tokens.radius}px`,
      }}
    >
      <Box sx={{ flex: 1 }}>
        <b>This browser does not store.</b> Marks stay on this screen and go to the server; do not close it
        before they are there.
      </Box>
      <Press type="button" onClick={save} style={{ padding: '0 12px' }}>
        Save as a file
      </Press>
    </Box>
  );
}

const logText = ({ test, events }: OpenDrive): string =>
  writeLog({
    header: {
      kind: 'header',
      format: LOG_FORMAT,
      test: test.id,
      standard: { id: test.standard.id, version: test.standard.version },
      learner: test.learner.id,
      retest: test.retest,
      startedAt: test.startedAt,
      zone: test.zone,
    },
    events,
  });
