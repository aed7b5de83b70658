import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { API } from '../../../contract';
import {
  MOST,
  capSentence,
  conversionSentence,
  heldValue,
  limitSentence,
  driveSentences,
  manoeuvreSentences,
  otherValue,
  runExamples,
  type Standard,
  type Variant,
  differenceWords,
} from '../../../core/standard';
import { errorText, useStandardQuery } from '../../data/api';
import { IfMay } from '../../parts/people';
import { colour, ErrorNote, LoadingNote, Glyph, WindowTitle } from '../../parts/ui';
import { OutcomeSign } from '../../parts/verdict';
import { ExamplesSign } from '../../parts/standard';
import { kindWords } from './sure';

/** One standard to read like a booklet: limits first, then everything that can be marked, then the sources. */
export function StandardPage() {
  const { id = '', version = '' } = useParams();
  const { data: standard, error, refetch } = useStandardQuery({ id, version });
  if (error)
    return (
      <ErrorNote title="This standard could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  return standard ? <Booklet standard={standard} /> : <LoadingNote what="the standard" />;
}

function Booklet({ standard }: { readonly standard: Standard }) {
  const results = runExamples(standard);
  const here = `/standards/${standard.id}/${standard.version}`;
  const file = `${API}${here}`;
  return (
    <Box sx={{ maxWidth: 900, mx: 'auto', display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 4 }}>
      <Box>
        <Stack direction="row" sx={{ justifyContent: 'space-between', flexWrap: 'wrap', gap: 2 }}>
          <WindowTitle name={standard.title} />
          <Typography variant="h1">{standard.title}</Typography>
          <Stack direction="row" className="screen-only" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
            <Button component={Link} to="/standards" color="inherit">
              All standards
            </Button>
            <Button href={file} download={`${standard.id}.standard.json`} variant="outlined">
              Save as a file
            </Button>
            <IfMay right="manage standards">
              <Button component={Link} to={`${here}/edit?copy`} variant="outlined">
                Copy
              </Button>
              <Button component={Link} to={`${here}/edit`} variant="contained">
                Change
              </Button>
            </IfMay>
          </Stack>
        </Stack>
        <Typography sx={{ fontSize: '1.15rem' }}>{standard.summary}</Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          Version {standard.version}, {standard.licenceClass}, driving on the {standard.drivingSide}.{' '}
          <Link to={`${here}/changes`}>What changed since an earlier version</Link>{' '}
          <IfMay right="compare all mocks">
            <Link to={`${here}/mocks`}>All drives under this standard</Link>
          </IfMay>
        </Typography>
      </Box>
      <Part title="What passes">
        <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: '1.15rem', '& li': { py: 0.5 } }}>
          {standard.limits.map((limit) => (
            <li key={limit.id}>
              <b>{limitSentence(standard, limit)}</b> {limit.because}
            </li>
          ))}
          {standard.caps.map((cap) => (
            <li key={cap.id}>
              <b>{capSentence(standard, cap)}</b> {cap.because}
            </li>
          ))}
          {standard.conversions.map((one, n) => (
            <li key={n}>{conversionSentence(standard, one)}</li>
          ))}
        </Box>
      </Part>
      {standard.manoeuvres.length > 0 ? (
        <Part title="Manoeuvres">
          <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 1.5 }}>
            {standard.manoeuvres.map((manoeuvre) => (
              <Box
                key={manoeuvre.id}
                sx={{ border: `1px solid ${colour('line')}`, borderRadius: 1, p: 2, bgcolor: colour('card') }}
              >
                <Typography variant="h3">{manoeuvre.title}</Typography>
                {manoeuvreSentences(standard, manoeuvre).map((sentence) => (
                  <Typography key={sentence}>{sentence}</Typography>
                ))}
                {manoeuvreSentences(standard, manoeuvre).length === 0 ? (
                  <Typography sx={{ color: 'text.secondary' }}>Marked by its items.</Typography>
                ) : null}
              </Box>
            ))}
          </Box>
        </Part>
      ) : null}
      {standard.drive ? (
        <Part title="The drive">
          {driveSentences(standard).map((sentence) => (
            <Typography key={sentence}>{sentence}</Typography>
          ))}
        </Part>
      ) : null}
      {standard.checks.length > 0 ? (
        <Part title="Checked before driving">
          <Typography>{standard.checks.map(({ title }) => title).join('; ')}.</Typography>
        </Part>
      ) : null}
      <Items standard={standard} />
      {standard.variants.length > 0 ? (
        <Part title="Choices between schools">
          {standard.variants.map((variant) => (
            <Disagreement key={variant.id} {...{ standard, variant, here }} />
          ))}
        </Part>
      ) : null}
      <Part title="Worked examples">
        <ExamplesSign results={results} />
        <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0 }}>
          {standard.examples.map((example, n) => {
            const result = results[n];
            return (
              <Box
                component="li"
                key={example.title}
                sx={{ display: 'flex', gap: 1.2, py: 0.5, alignItems: 'center' }}
              >
                <OutcomeSign outcome={result?.holds ? 'pass' : 'fail'} size={18} />
                <span>
                  {example.title}: {example.verdict}
                  {result?.applies === false ? ' (for the other value; not asked now)' : ''}
                  {result?.differences.map((one) => ` ${differenceWords(one)}`).join('')}
                </span>
              </Box>
            );
          })}
        </Box>
      </Part>
      <Part title="Where every value comes from">
        <Box component="dl" sx={{ m: 0 }}>
          {standard.basis.map(({ of, kind, note }) => (
            <Box key={of} sx={{ py: 0.8, borderBottom: `1px solid ${colour('line')}` }}>
              <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
                {of.replaceAll('.', ', ')} ({kindWords[kind]})
              </Typography>
              <Typography component="dd" sx={{ m: 0 }}>
                {note}
              </Typography>
            </Box>
          ))}
        </Box>
      </Part>
    </Box>
  );
}

function Disagreement({ standard, variant, here }: { standard: Standard; variant: Variant; here: string }) {
  const held = heldValue(standard, variant);
  const other = otherValue(standard, variant);
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 2,
        py: 1,
        alignItems: 'center',
        justifyContent: 'space-between',
        borderBottom: `1px solid ${colour('line')}`,
      }}
    >
      <Typography>
        <b>
          {variant.title}: {countWord(held)}
        </b>{' '}
        (others say {countWord(other)}). {variant.because}
      </Typography>
      <IfMay right="manage standards">
        <Button
          component={Link}
          to={`${here}/edit?part=where-schools-disagree&use=${variant.id}`}
          variant="outlined"
          className="screen-only"
          sx={{ flex: 'none' }}
        >
          Use {countWord(other)}
        </Button>
      </IfMay>
    </Box>
  );
}

/** The greatest count of the format stands for every one. */
const countWord = (value: number): string => (value >= MOST ? 'all' : String(value));

function Items({ standard }: { readonly standard: Standard }) {
  const [letters, setLetters] = useState('');
  const wanted = letters.trim().toLowerCase();
  const sections = standard.sections
    .map((section) => ({
      ...section,
      items: section.items.filter(({ label }) => `${label} ${section.title}`.toLowerCase().includes(wanted)),
    }))
    .filter(({ items }) => items.length > 0);
  return (
    <Part title="What is marked">
      <TextField
        label="Find an item"
        value={letters}
        onChange={(event) => setLetters(event.target.value)}
        className="screen-only"
        sx={{ mb: 1, width: { xs: '100%', sm: 360 } }}
      />
      {sections.length === 0 ? <Typography>No item matches.</Typography> : null}
      {sections.map((section) => (
        <Box key={section.id} sx={{ mt: 2 }}>
          <Typography variant="h3">{section.title}</Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {section.items.map((item) => (
              <Box
                component="li"
                key={item.id}
                sx={{
                  display: 'flex',
                  justifyContent: 'space-between',
                  gap: 2,
                  py: 0.6,
                  borderBottom: `1px solid ${colour('line')}`,
                }}
              >
                <span>{item.label}</span>
                <Box component="span" sx={{ display: 'flex', gap: 1.5, flex: 'none' }}>
                  {standard.severities
                    .filter(({ id }) => item.severities.includes(id))
                    .map(({ id, gravity, short, label, points }) => (
                      <Box
                        component="span"
                        key={id}
                        title={label}
                        sx={{ display: 'flex', gap: 0.5, alignItems: 'center' }}
                      >
                        <Glyph gravity={gravity} size={16} />
                        {short}
                        {(item.points?.[id] ?? points) ? ` ${item.points?.[id] ?? points}` : ''}
                      </Box>
                    ))}
                </Box>
              </Box>
            ))}
          </Box>
        </Box>
      ))}
      <Typography variant="body2" sx={{ mt: 1.5, color: 'text.secondary' }}>
        {standard.severities.map(({ short, label }) => `${short}: ${label.toLowerCase()}`).join('; ')}. A
        number is points.
      </Typography>
    </Part>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Box component="section" aria-label={title}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
