import { Button, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { API } from '../../../contract';

const kinds = [
  ['report.pdf', 'Report to print (PDF)'],
  ['marks.csv', 'Marks as a table (CSV)'],
  ['marks.json', 'Marks and verdict (JSON)'],
  ['log', 'Log file, whole'],
] as const;

/** The drive as files. */
export function SaveMenu({ mock }: { readonly mock: string }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button variant="outlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        Save as
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {kinds.map(([path, title]) => (
          <MenuItem
            key={path}
            component="a"
            href={`${API}/mocks/${mock}/${path}`}
            download
            onClick={() => setAnchor(null)}
            sx={{ minHeight: 52 }}
          >
            {title}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
