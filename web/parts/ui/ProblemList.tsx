import { Box } from '@mui/material';
import type { Told } from '../../../core/problems';

/** Everything that is wrong with something a user brought, each at its place. */
export function ProblemList({ problems }: { readonly problems: readonly Told[] }) {
  return (
    <Box component="ul" sx={{ m: 0, mt: 1, pl: 2.5, '& li': { py: 0.4 } }}>
      {problems.map(({ path, message }) => (
        <li key={`${path} ${message}`}>
          {path === '' ? null : <code>{path}</code>} {message}
        </li>
      ))}
    </Box>
  );
}
