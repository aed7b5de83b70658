import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  checkStandard,
  diffStandards,
  nextVersion,
  otherValue,
  runExamples,
  standardParts,
  withVariant,
  type Standard,
  type StandardPart,
} from '../../../core/standard';
import { errorText, useAddStandardMutation, useStandardQuery, useStandardsQuery } from '../../data/api';
import { colour, EditorBar, ErrorNote, LoadingNote, withParam, WindowTitle } from '../../parts/ui';
import { freeId } from '../../parts/form';
import { EditorProvider, partOf } from './editor';
import { LivePanel } from './LivePanel';
import { partForms } from './parts';
import { RestoredNote } from '../../parts/unsaved';
import { useDraft } from './useDraft';

/**
 * Writes the next version of a standard, or a standard of its own from a copy. What was kept is never changed:
 * saving makes a version.
 */
export function EditorPage() {
  const { id = '', version = '' } = useParams();
  const [params] = useSearchParams();
  const copying = params.has('copy');
  const { data: base, error, refetch } = useStandardQuery({ id, version });
  const { data: standards, error: listError } = useStandardsQuery();
  const failure = error ?? listError;
  if (failure)
    return (
      <ErrorNote title="This standard could not be opened" onRetry={() => void refetch()}>
        {errorText(failure)}
      </ErrorNote>
    );
  if (!base || !standards) return <LoadingNote what="the standard" />;
  const taken = standards.items.map((entry) => entry.id);
  return (
    <OpenEditor
      key={`${id} ${version} ${copying}`}
      base={base}
      copying={copying}
      use={params.get('use')}
      copyId={freeId(`${id}-copy`, taken)}
      versionsOf={(of) => standards.items.filter((entry) => entry.id === of).map((entry) => entry.version)}
    />
  );
}

interface Props {
  readonly base: Standard;
  readonly copying: boolean;
  /** A variant to switch to its other value at once. */
  readonly use: string | null;
  readonly copyId: string;
  readonly versionsOf: (id: string) => readonly string[];
}

const slugOf = (part: StandardPart): string => part.toLowerCase().replaceAll(' ', '-');

function startOf({ base, copying, use, copyId }: Props): Standard {
  if (copying) return { ...base, id: copyId, title: `${base.title}, our copy` };
  const variant = base.variants.find(({ id }) => id === use);
  return variant ? withVariant(base, variant, otherValue(base, variant)) : base;
}

function OpenEditor(props: Props) {
  const { base, copying, use, versionsOf } = props;
  const [start] = useState(() => startOf(props));
  const key = `standard ${base.id} ${base.version}${copying ? ' copy' : ''}${use ? ` ${use}` : ''}`;
  const { draft, change, undo, redo, can, restored, startAgain, done } = useDraft(key, start);
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const [add, { error, isLoading }] = useAddStandardMutation();

  const checkedDraft = useDeferredValue(draft);
  const version = nextVersion(versionsOf(draft.id));
  const checked = useMemo(() => checkStandard({ ...checkedDraft, version }), [checkedDraft, version]);
  const results = useMemo(() => checked.standard && runExamples(checked.standard), [checked]);
  const changes = useMemo(
    () => checked.standard && diffStandards(base, checked.standard),
    [base, checked.standard],
  );
  const { problems } = checked;

  const part = standardParts.find((name) => slugOf(name) === params.get('part')) ?? 'What passes';
  const goTo = (name: StandardPart) => setParams(withParam(params, 'part', slugOf(name)), { replace: true });
  const Form = partForms[part];
  const broken = (name: StandardPart) => problems.filter((problem) => partOf(problem) === name).length;

  const ready = problems.length === 0 && changes?.length !== 0 && checkedDraft === draft;
  const save = async () => {
    if (!ready || !checked.standard) return;
    const kept = await add(checked.standard);
    if (!kept.data) return;
    done();
    void navigate(`/standards/${kept.data.id}/${kept.data.version}`);
  };

  return (
    <EditorProvider value={{ draft, base, copying, problems, results, change }}>
      <WindowTitle name={`${draft.title || base.title}, editing`} />
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 2 }}>
        <EditorBar
          title={draft.title || 'No title'}
          under={
            copying
              ? `A standard of its own, from ${base.title} ${base.version}`
              : `From version ${base.version}, which stays as it is`
          }
        >
          <Button color="inherit" disabled={!can.undo} onClick={undo}>
            Undo
          </Button>
          <Button color="inherit" disabled={!can.redo} onClick={redo}>
            Redo
          </Button>
          <Button component={Link} to={`/standards/${base.id}/${base.version}`} variant="outlined">
            Back
          </Button>
          <Button variant="contained" disabled={!ready || isLoading} onClick={() => void save()}>
            Save as version {version}
          </Button>
        </EditorBar>
        {error ? <ErrorNote title="Couldn’t save it">{errorText(error)}</ErrorNote> : null}
        {restored ? <RestoredNote onStartAgain={startAgain} /> : null}
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '200px minmax(0, 1fr) 290px' },
            gap: { xs: 2, md: 4 },
            alignItems: 'start',
          }}
        >
          <Box
            component="nav"
            aria-label="Parts of the standard"
            sx={{ display: { xs: 'none', md: 'block' }, position: 'sticky', top: 110 }}
          >
            {standardParts.map((name) => (
              <Button
                key={name}
                color="inherit"
                fullWidth
                aria-current={name === part ? 'step' : undefined}
                onClick={() => goTo(name)}
                sx={{
                  justifyContent: 'space-between',
                  textAlign: 'left',
                  px: 1.5,
                  minHeight: 44,
                  fontWeight: name === part ? 700 : 400,
                  borderRadius: 0,
                  borderLeft: `4px solid ${name === part ? colour('jasper') : 'transparent'}`,
                }}
              >
                {name}
                {broken(name) > 0 ? (
                  <Box
                    component="span"
                    aria-label={`${broken(name)} ${broken(name) === 1 ? 'problem' : 'problems'}`}
                    sx={{ color: colour('jasper') }}
                  >
                    {broken(name)}
                  </Box>
                ) : null}
              </Button>
            ))}
          </Box>
          <TextField
            select
            label="Part"
            value={part}
            sx={{ display: { md: 'none' } }}
            onChange={({ target }) => goTo(target.value as StandardPart)}
          >
            {standardParts.map((name) => (
              <MenuItem key={name} value={name}>
                {name}
                {broken(name) > 0 ? ` (${broken(name)} ${broken(name) === 1 ? 'problem' : 'problems'})` : ''}
              </MenuItem>
            ))}
          </TextField>
          <Box component="section" aria-label={part} key={part} sx={{ minWidth: 0 }}>
            <Typography variant="h2" sx={{ mb: 1.5, display: { xs: 'none', md: 'block' } }}>
              {part}
            </Typography>
            <Form />
          </Box>
          <LivePanel checked={checked} changes={changes} onPart={goTo} />
        </Box>
      </Box>
    </EditorProvider>
  );
}
