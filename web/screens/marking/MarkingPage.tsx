import { Box, Button, Stack } from '@mui/material';
import { SnackbarProvider } from 'notistack';
import { Link, useParams } from 'react-router';
import { useDrive } from '../../data/log';
import { EmptyNote, WindowTitle } from '../../parts/ui';
import { DriveNotOpen } from '../../parts/verdict';
import { Deck } from './Deck';

export function MarkingPage() {
  const { mock = '' } = useParams();
  const onScreen = useDrive(mock);
  if (onScreen.status !== 'open')
    return (
      <Box component="main" sx={{ p: 4 }}>
        <DriveNotOpen onScreen={onScreen} />
      </Box>
    );
  const { drive, judgement, act } = onScreen;
  const { end } = judgement.drive;
  if (end)
    return (
      <Box component="main" sx={{ p: 4, maxWidth: 720 }}>
        <EmptyNote
          title="This drive has ended"
          action={
            <Stack direction="row" spacing={2}>
              <Button component={Link} to={`/mocks/${mock}/debrief`} variant="contained">
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
      <Deck drive={drive} judgement={judgement} act={act} />
    </SnackbarProvider>
  );
}
