import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Problem } from '../../../core/problems';
import { nextVersion, readStandard, type Standard } from '../../../core/standard';
import { errorText, useAddStandardMutation, useStandardsQuery } from '../../data/api';
import { ErrorNote, FileButton, ProblemList } from '../../parts/ui';

type Read =
  | { readonly file: string; readonly problems: readonly Problem[] }
  | { readonly file: string; readonly standard: Standard };

/** Brings a standard file: shows all its problems at their places, and stores nothing while there are any. */
export function ImportDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const [read, setRead] = useState<Read | null>(null);
  const [add, { error, isLoading, reset }] = useAddStandardMutation();
  const { data: standards } = useStandardsQuery();
  const navigate = useNavigate();

  const choose = async (file: File) => {
    reset();
    const result = readStandard(await file.text());
    setRead(
      result.ok
        ? { file: file.name, standard: result.value }
        : { file: file.name, problems: result.problems },
    );
  };
  const bring = async (standard: Standard) => {
    const kept = await add(standard);
    if (!kept.data) return;
    onClose();
    void navigate(`/standards/${kept.data.id}/${kept.data.version}`);
  };
  const standard = read && 'standard' in read ? read.standard : null;
  const held = (standards?.items ?? []).filter(({ id }) => id === standard?.id).map(({ version }) => version);
  const taken = error && 'status' in error && error.status === 409;
  const next = nextVersion(held);

  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>Import a standard file</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Box>
          <Typography sx={{ mb: 1 }}>
            A file that ends in .standard.json, from another school or saved here before
          </Typography>
          <FileButton accept=".json,application/json" onFile={(file) => void choose(file)}>
            Choose a standard file
          </FileButton>
        </Box>
        {read && 'problems' in read ? (
          <Box role="alert">
            <Typography variant="h3" component="p">
              {read.file} wasn’t imported:{' '}
              {read.problems.length === 1 ? '1 problem' : `${read.problems.length} problems`}
            </Typography>
            <ProblemList problems={read.problems} />
          </Box>
        ) : null}
        {standard ? (
          <Typography>
            <b>
              {standard.title} {standard.version}
            </b>{' '}
            is whole, and all its worked examples hold.
          </Typography>
        ) : null}
        {error ? <ErrorNote title="It wasn’t imported">{errorText(error)}</ErrorNote> : null}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose}>
          Close
        </Button>
        {standard && taken ? (
          <Button
            variant="contained"
            disabled={isLoading}
            onClick={() => void bring({ ...standard, version: next })}
          >
            Import it as version {next}
          </Button>
        ) : (
          <Button
            variant="contained"
            disabled={!standard || isLoading}
            onClick={() => standard && void bring(standard)}
          >
            Import it
          </Button>
        )}
      </DialogActions>
    </Dialog>
  );
}
