import { Box, Button, LinearProgress, Typography } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { API, type ExportLine } from '../../../contract';
import { linesOf } from '../../data/api';
import { ErrorNote } from '../../parts/ui';
import { sizeText } from './sizeText';

type Making =
  | { readonly at: 'rest' }
  | { readonly at: 'work'; readonly done: number; readonly total: number }
  | { readonly at: 'end'; readonly file: string; readonly bytes: number }
  | { readonly at: 'failure'; readonly why: string };

const number = new Intl.NumberFormat('en-GB');
const addressOf = (file: string): string => `${API}/school/export/${file}`;

function after(line: ExportLine): Making {
  switch (line.kind) {
    case 'records':
      return { at: 'work', done: line.done, total: line.total };
    case 'ready':
      return { at: 'end', file: line.file, bytes: line.bytes };
    case 'failed':
      return { at: 'failure', why: line.detail };
  }
}

/** The whole school as files that other programs can read: made with progress, then saved. */
export function Export() {
  const [making, setMaking] = useState<Making>({ at: 'rest' });
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const start = async () => {
    const controller = new AbortController();
    running.current = controller;
    setMaking({ at: 'work', done: 0, total: 0 });
    try {
      const asked = { method: 'POST', signal: controller.signal };
      let last: Making = { at: 'work', done: 0, total: 0 };
      for await (const line of linesOf<ExportLine>(`${API}/school/export`, asked))
        setMaking((last = after(line)));
      if (last.at === 'end') window.location.assign(addressOf(last.file));
      if (last.at === 'work') setMaking({ at: 'failure', why: 'The server stopped before it was done.' });
    } catch (error) {
      if (!controller.signal.aborted)
        setMaking({
          at: 'failure',
          why: error instanceof Error ? error.message : 'The server doesn’t answer.',
        });
    }
  };
  const cancel = () => {
    running.current?.abort();
    setMaking({ at: 'rest' });
  };

  return (
    <Box sx={{ mt: 2, maxWidth: 560 }}>
      {making.at === 'work' ? (
        <Box sx={{ display: 'grid', gap: 1 }}>
          <Typography role="status">
            {making.total === 0
              ? 'Making the files …'
              : `${number.format(making.done)} of ${number.format(making.total)} records`}
          </Typography>
          <LinearProgress
            aria-label="Making the files"
            variant={making.total === 0 ? 'indeterminate' : 'determinate'}
            value={making.total === 0 ? 0 : (100 * making.done) / making.total}
          />
          <Box>
            <Button color="inherit" onClick={cancel}>
              Cancel
            </Button>
          </Box>
        </Box>
      ) : (
        <Button color="inherit" onClick={() => void start()}>
          Download the school as files
        </Button>
      )}
      {making.at === 'failure' ? <ErrorNote title="Couldn’t make the files">{making.why}</ErrorNote> : null}
      {making.at === 'end' ? (
        <Typography role="status">
          The files are ready ({sizeText(making.bytes)}). If nothing was saved:{' '}
          <a href={addressOf(making.file)} download>
            save them
          </a>
          . They are there for ten minutes.
        </Typography>
      ) : null}
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1 }}>
        The download is a zip that other programs can read. Passphrases aren’t in it.
      </Typography>
    </Box>
  );
}
