import { Box, Button, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { useState } from 'react';
import type { GradingView } from '../../../contract';
import {
  agreementOf,
  byArea,
  divided,
  furthestApart,
  guideOf,
  leaning,
  writtenCases,
  type Grades,
  type Kappa,
} from '../../../core/agreement';
import { errorText, useGradingsQuery, useSessionQuery } from '../../data/api';
import { colour, dayText, EmptyNote, ErrorNote, LoadingNote, localZone, WideTable } from '../../parts/ui';
import { DrivesTogether } from './DrivesTogether';
import { GradeCases } from './GradeCases';
import { gradeWords, kappaWords, leaningWords } from '../../parts/agreement';

const guide = guideOf(writtenCases);
const gradesOf = ({ grades }: GradingView): Grades => new Map(grades.map((one) => [one.case, one.grade]));
const figure = ({ kappa, low, high }: Kappa): string =>
  `${kappa.toFixed(2)}, between ${low.toFixed(2)} and ${high.toFixed(2)}`;

/** Whether those who mark grade alike: against the guide, each other, and themselves of before. */
export function AgreementView() {
  const { data, error, refetch } = useGradingsQuery();
  const { data: session } = useSessionQuery();
  const [grading, setGrading] = useState(false);
  if (grading) return <GradeCases onDone={() => setGrading(false)} />;
  if (error)
    return (
      <ErrorNote title="The grades could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  if (!data) return <LoadingNote what="the grades" />;
  const mine = data.items.filter(({ by }) => by.id === session?.instructor.id);
  // The newest of each person.
  const people = data.items.filter(
    ({ by }, n) => data.items.findIndex((other) => other.by.id === by.id) === n,
  );
  const [newest, earlier] = mine;
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ maxWidth: 760 }}>
        <Typography sx={{ mb: 1.5 }}>
          {writtenCases.length} written cases, each with its circumstances. Grade them, and see where you and
          your colleagues differ. It takes about ten minutes; nobody is tested, and marking drifts for
          everybody.
        </Typography>
        <Button variant="contained" onClick={() => setGrading(true)} sx={{ minHeight: 56 }}>
          {newest ? 'Grade them again' : 'Grade the cases'}
        </Button>
      </Box>
      {newest ? <Own newest={newest} earlier={earlier ?? null} /> : null}
      {people.length === 0 ? (
        <EmptyNote title="Nobody has graded the cases yet">Be the first.</EmptyNote>
      ) : null}
      {people.length > 1 ? <Between people={people} /> : null}
      <DrivesTogether />
      {people.length > 0 ? <Dividing people={people} /> : null}
      {data.items.length > 1 ? <History items={data.items} /> : null}
      <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: 760 }}>
        Agreement is Cohen’s kappa, weighted by how far grades are apart: 1 is always the same, 0 is as good
        as chance. The range is the 95% range. The guide’s grades are common practice; your authority’s text
        decides.
      </Typography>
    </Box>
  );
}

/** Somebody’s own grades against the guide, and against those of before. */
function Own({ newest, earlier }: { readonly newest: GradingView; readonly earlier: GradingView | null }) {
  const own = gradesOf(newest);
  const told = agreementOf(writtenCases, own, guide);
  const before = earlier && agreementOf(writtenCases, own, gradesOf(earlier));
  const lean = leaning(writtenCases, own, guide);
  if (!told || lean === null) return null;
  return (
    <Box component="section" aria-labelledby="own-grades">
      <Typography variant="h2" id="own-grades">
        You and the guide: {kappaWords(told)}
      </Typography>
      <Typography>
        {told.same} of {told.cases} cases alike. Agreement {figure(told)}. On the whole you are{' '}
        {leaningWords(lean)} the guide.
      </Typography>
      {before ? (
        <Typography>
          You now and you on {dayText(earlier.at, localZone())}: {before.same} of {before.cases} alike,
          agreement {figure(before)}.
        </Typography>
      ) : null}
      <WideTable label="By area">
        <TableHead>
          <TableRow>
            <TableCell>Area</TableCell>
            <TableCell align="right">Alike</TableCell>
            <TableCell>Agreement</TableCell>
            <TableCell>You are</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {byArea(writtenCases, own, guide).map(({ area, title, cases, same, kappa, leaning: by }) => (
            <TableRow key={area}>
              <TableCell>{title}</TableCell>
              <TableCell align="right">
                {same} of {cases}
              </TableCell>
              <TableCell>{kappa ? figure(kappa) : 'too few cases to say'}</TableCell>
              <TableCell>{leaningWords(by)} the guide</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </WideTable>
    </Box>
  );
}

/** Each two who graded, against each other. */
function Between({ people }: { readonly people: readonly GradingView[] }) {
  const pairs = people.flatMap((a, n) => people.slice(n + 1).map((b) => [a, b] as const));
  return (
    <Box component="section" aria-labelledby="between">
      <Typography variant="h2" id="between">
        Between people
      </Typography>
      <WideTable label="Between people">
        <TableHead>
          <TableRow>
            <TableCell>Who</TableCell>
            <TableCell>Agreement</TableCell>
            <TableCell align="right">Alike</TableCell>
            <TableCell>Leaning</TableCell>
            <TableCell>Furthest apart in</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {pairs.map(([a, b]) => {
            const [one, other] = [gradesOf(a), gradesOf(b)];
            const told = agreementOf(writtenCases, one, other);
            const lean = leaning(writtenCases, one, other);
            const far = furthestApart(byArea(writtenCases, one, other));
            return told && lean !== null ? (
              <TableRow key={`${a.id} ${b.id}`}>
                <TableCell>
                  {a.by.name} and {b.by.name}
                </TableCell>
                <TableCell>
                  {kappaWords(told)}: {figure(told)}
                </TableCell>
                <TableCell align="right">
                  {told.same} of {told.cases}
                </TableCell>
                <TableCell>
                  {a.by.name} is {leaningWords(lean)} {b.by.name}
                </TableCell>
                <TableCell>{far ? `${far.title}: ${far.same} of ${far.cases} alike` : 'no area'}</TableCell>
              </TableRow>
            ) : null;
          })}
        </TableBody>
      </WideTable>
    </Box>
  );
}

/** So many cases are worth a talk at one time. */
const SHOWN = 8;

function Dividing({ people }: { readonly people: readonly GradingView[] }) {
  const cases = divided(writtenCases, people.map(gradesOf)).slice(0, SHOWN);
  return (
    <Box component="section" aria-labelledby="dividing">
      <Typography variant="h2" id="dividing">
        Cases to talk about
      </Typography>
      {cases.length === 0 ? <Typography>Everybody grades as the guide does.</Typography> : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {cases.map(({ of }) => (
          <Box component="li" key={of.id} sx={{ py: 1.5, borderBottom: `1px solid ${colour('line')}` }}>
            <Typography sx={{ fontWeight: 700 }}>{of.text}</Typography>
            <Typography>
              {people
                .flatMap((one) => {
                  const grade = gradesOf(one).get(of.id);
                  return grade === undefined ? [] : [`${one.by.name}: ${gradeWords[grade].toLowerCase()}`];
                })
                .join('; ')}
              ; the guide: {gradeWords[of.grade].toLowerCase()}.
            </Typography>
            <Typography sx={{ color: 'text.secondary' }}>{of.why}</Typography>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** Every going through of the cases, against the guide. */
function History({ items }: { readonly items: readonly GradingView[] }) {
  return (
    <Box component="section" aria-labelledby="grading-history">
      <Typography variant="h2" id="grading-history">
        History
      </Typography>
      <WideTable label="History">
        <TableHead>
          <TableRow>
            <TableCell>Day</TableCell>
            <TableCell>Who</TableCell>
            <TableCell>Agreement with the guide</TableCell>
            <TableCell>Leaning</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {items.map((one) => {
            const own = gradesOf(one);
            const told = agreementOf(writtenCases, own, guide);
            const lean = leaning(writtenCases, own, guide);
            return told && lean !== null ? (
              <TableRow key={one.id}>
                <TableCell sx={{ whiteSpace: 'nowrap' }}>{dayText(one.at, localZone())}</TableCell>
                <TableCell>{one.by.name}</TableCell>
                <TableCell>
                  {kappaWords(told)}: {figure(told)}
                </TableCell>
                <TableCell>{leaningWords(lean)} the guide</TableCell>
              </TableRow>
            ) : null;
          })}
        </TableBody>
      </WideTable>
    </Box>
  );
}
