import { Box } from '@mui/material';
import { headerOf, logFileName, writeLog } from '../../../core/marking';
import { useEventsNow, useLink, type DriveHere } from '../../data/log';
import { colour, saveFile } from '../../parts/ui';
import { Banner, Press } from './frame';

/** The browser does not store: said at once, and the marks offered as a file. */
export function NotStored({ drive }: { readonly drive: DriveHere }) {
  const { storage } = useLink();
  const eventsNow = useEventsNow(drive);
  if (storage === 'works') return null;
  const save = () => {
    const text = writeLog({ header: headerOf(drive.mock), events: eventsNow() });
    saveFile(logFileName(drive.mock), text, 'application/x-ndjson');
  };
  return (
    <Banner role="alert" style={{ borderColor: colour('ochre') }}>
      <Box sx={{ flex: 1 }}>
        <b>This browser can’t save.</b> Marks stay on this screen and go to the server; don’t close it before
        they’re sent.
      </Box>
      <Press type="button" onClick={save} style={{ padding: '0 12px' }}>
        Save as a file
      </Press>
    </Banner>
  );
}
