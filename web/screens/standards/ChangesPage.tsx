import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { Link, useParams, useSearchParams } from 'react-router';
import { changeSentences, diffStandards, standardParts, type Standard } from '../../../core/standard';
import { errorText, useStandardQuery, useStandardsQuery } from '../../data/api';
import { EmptyNote, ErrorNote, LoadingNote } from '../../parts/ui';

/** What is other between two versions of a standard, in words and by part. */
export function ChangesPage() {
  const { id = '', version = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const standards = useStandardsQuery();
  const versions = (standards.data?.items ?? [])
    .filter((summary) => summary.id === id)
    .map((summary) => summary.version);
  const earlier = versions[versions.indexOf(version) + 1] ?? versions.find((other) => other !== version);
  const from = params.get('from') ?? earlier ?? null;
  const after = useStandardQuery({ id, version });
  const before = useStandardQuery(from === null ? skipToken : { id, version: from });
  const error = standards.error ?? after.error ?? before.error;
  if (error) return <ErrorNote title="The versions could not be loaded">{errorText(error)}</ErrorNote>;
  if (!after.data || !standards.data || (from !== null && !before.data))
    return <LoadingNote what="the versions" />;
  const standard = after.data;
  return (
    <Box sx={{ maxWidth: 900, mx: 'auto' }}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', gap: 2, flexWrap: 'wrap', mb: 2 }}>
        <Typography variant="h1">What changed in {standard.title}</Typography>
        <Button component={Link} to={`/standards/${id}/${version}`} variant="outlined">
          To version {version}
        </Button>
      </Stack>
      {from === null || !before.data ? (
        <EmptyNote
          title="There is only one version"
          action={
            <Button component={Link} to={`/standards/${id}/${version}/edit`} variant="contained">
              Change it
            </Button>
          }
        >
          Saving a change makes the next one; this one stays as it is.
        </EmptyNote>
      ) : (
        <>
          <TextField
            select
            label={`Version ${version} beside`}
            value={from}
            sx={{ minWidth: 200, mb: 3 }}
            onChange={({ target }) => setParams({ from: target.value }, { replace: true })}
          >
            {versions
              .filter((other) => other !== version)
              .map((other) => (
                <MenuItem key={other} value={other}>
                  {other}
                </MenuItem>
              ))}
          </TextField>
          <Changes before={before.data} after={standard} />
        </>
      )}
    </Box>
  );
}

function Changes({ before, after }: { readonly before: Standard; readonly after: Standard }) {
  const changes = diffStandards(before, after);
  if (changes.length === 0) return <Typography>No differences.</Typography>;
  return standardParts
    .map((part) => ({ part, own: changes.filter((change) => change.part === part) }))
    .filter(({ own }) => own.length > 0)
    .map(({ part, own }) => (
      <Box component="section" aria-label={part} key={part} sx={{ mb: 3 }}>
        <Typography variant="h2">{part}</Typography>
        <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, '& li': { py: 0.4 } }}>
          {own.flatMap((change) =>
            changeSentences(change).map((sentence, n) => (
              <li key={`${change.subject} ${change.how} ${n}`}>
                {sentence}
                {change.how === 'added' || change.how === 'removed' ? (
                  <Typography
                    component="span"
                    variant="body2"
                    sx={{ display: 'block', color: 'text.secondary' }}
                  >
                    {change.facts
                      .map(
                        ({ name, before: was, after: now }) =>
                          `${name}: ${change.how === 'added' ? now : was}`,
                      )
                      .join('; ')}
                  </Typography>
                ) : null}
              </li>
            )),
          )}
        </Box>
      </Box>
    ));
}
