import { Box, Button, Stack } from '@mui/material';
import { SnackbarProvider } from 'notistack';
import { Link, useParams } from 'react-router';
import { useDriveHeld, useJudged, type DoAction, type DriveHere } from '../../data/log';
import { EmptyNote, WindowTitle } from '../../parts/ui';
import { DriveNotOpen } from '../../parts/verdict';
import { Deck } from './Deck';

export function MarkingPage() {
  const { mock = '' } = useParams();
  const held = useDriveHeld(mock);
  if (held.status !== 'open')
    return (
      <Box component="main" sx={{ p: 4 }}>
        <DriveNotOpen onScreen={held} />
      </Box>
    );
  return <Marking drive={held.drive} act={held.act} />;
}

function Marking({ drive, act }: { readonly drive: DriveHere; readonly act: DoAction }) {
  const ended = useJudged(drive, (judgement) => judgement.drive.end !== null);
  if (ended)
    return (
      <Box component="main" sx={{ p: 4, maxWidth: 720 }}>
        <EmptyNote
          title="This drive has ended"
          action={
            <Stack direction="row" spacing={2}>
              <Button component={Link} to={`/mocks/${drive.mock.id}/debrief`} variant="contained">
                Show the verdict
              </Button>
              <Button variant="outlined" onClick={() => act({ do: 'reopen' })}>
                Reopen and continue
              </Button>
            </Stack>
          }
        >
          Its marks are saved. The verdict is in the debrief.
        </EmptyNote>
      </Box>
    );
  return (
    <SnackbarProvider maxSnack={2} anchorOrigin={{ vertical: 'top', horizontal: 'center' }}>
      <WindowTitle name={`${drive.mock.learner.name}, marking`} />
      <Deck {...{ drive, act }} />
    </SnackbarProvider>
  );
}
