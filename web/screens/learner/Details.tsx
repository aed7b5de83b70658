import { Box, Button, Link as Anchor, Typography } from '@mui/material';
import { useState } from 'react';
import { API, type LearnerView } from '../../../contract';
import { errorText, useChangeLearnerMutation, useMay, useMayChange } from '../../data/api';
import { Aside, ErrorNote } from '../../parts/ui';
import { EraseDialog } from './EraseDialog';

/** How a learner is reached and what they are taught in; to edit, to archive and to bring back. */
export function Details({ learner, onEdit }: { readonly learner: LearnerView; readonly onEdit: () => void }) {
  const [change, { error, isLoading }] = useChangeLearnerMutation();
  const { phone, email, licenceClass, transmission, notes } = learner.details;
  const taught = [licenceClass, transmission].filter((part) => part).join(', ');
  const mine = useMayChange()(learner.instructor);
  const owner = useMay('keep records safe');
  const [erasing, setErasing] = useState(false);
  const archive = (left: boolean) =>
    void change({ id: learner.id, revision: learner.revision, change: { left } });
  return (
    <Box component="section" aria-labelledby="learner-facts">
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', mb: 0.5 }}>
        <Typography variant="h2" id="learner-facts" sx={{ mr: 'auto' }}>
          Details
        </Typography>
        {mine ? (
          <>
            <Button variant="outlined" onClick={onEdit}>
              Edit
            </Button>
            <Button color="inherit" disabled={isLoading} onClick={() => archive(!learner.left)}>
              {learner.left ? 'Bring back' : 'Archive'}
            </Button>
            <Button href={`${API}/learners/${learner.id}/record.zip`} download color="inherit">
              Export
            </Button>
          </>
        ) : null}
        {owner ? (
          <Button color="inherit" onClick={() => setErasing(true)}>
            Erase
          </Button>
        ) : null}
      </Box>
      {learner.left ? (
        <Aside role="status" tone="ochre" sx={{ mb: 1 }}>
          <Typography>
            Archived: {learner.name} is in no list, and everything that was driven is kept.
          </Typography>
        </Aside>
      ) : null}
      {error ? <ErrorNote title="Couldn’t save">{errorText(error)}</ErrorNote> : null}
      <Typography>
        {learner.instructor ? `Taught by ${learner.instructor.name}; ` : ''}
        {taught || 'no licence class or transmission noted'}
        {phone ? (
          <>
            {'; '}
            <Anchor href={`tel:${phone.replaceAll(/[^\d+]/g, '')}`}>{phone}</Anchor>
          </>
        ) : null}
        {email ? (
          <>
            {'; '}
            <Anchor href={`mailto:${email}`}>{email}</Anchor>
          </>
        ) : null}
        .
      </Typography>
      {erasing ? <EraseDialog learner={learner} onClose={() => setErasing(false)} /> : null}
      {notes ? <Typography sx={{ whiteSpace: 'pre-wrap', mt: 0.5 }}>{notes}</Typography> : null}
    </Box>
  );
}
