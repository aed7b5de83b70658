import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import {
  breachWords,
  type ForeignJudgement,
  judgeUnder,
  outcomeWords,
  resultOf,
  resultWords,
} from '../../../core/marking';
import { compileStandard, type Standard } from '../../../core/standard';
import type { StandardSummary } from '../../../contract';
import { errorText, newestVersions, useStandardQuery, useStandardsQuery } from '../../data/api';
import type { OpenDrive } from '../../data/log';
import { ErrorNote, LoadingNote, OpeningRow } from '../../parts/ui';
import { OutcomeSign } from '../../parts/verdict';

/** The same drive as the other schools of marking would have judged it; asked for, since it loads them all. */
export function OtherStandards({ drive }: { readonly drive: OpenDrive }) {
  const [open, setOpen] = useState(false);
  const { data, error } = useStandardsQuery(undefined, { skip: !open });
  const newest = newestVersions(data?.items ?? []).filter(({ id }) => id !== drive.standard.id);
  return (
    <Box component="section" aria-labelledby="others" className="screen-only">
      <Typography variant="h2" id="others" sx={{ mb: 1 }}>
        Judged under other standards
      </Typography>
      {open ? null : (
        <Button variant="outlined" onClick={() => setOpen(true)}>
          Judge this drive under every other standard
        </Button>
      )}
      {error ? <ErrorNote title="The standards could not be loaded">{errorText(error)}</ErrorNote> : null}
      {open && !data && !error ? <LoadingNote what="the standards" /> : null}
      {newest.map((summary) => (
        <UnderStandard key={summary.id} drive={drive} summary={summary} />
      ))}
      {newest.length > 0 ? (
        <Typography variant="body2" sx={{ mt: 1, color: 'text.secondary' }}>
          Items are matched by skill, severities by how grave they are. Without a match, the next graver one
          is used. A drive is only ever marked under its own standard.
        </Typography>
      ) : null}
    </Box>
  );
}

function UnderStandard({ drive, summary }: { readonly drive: OpenDrive; readonly summary: StandardSummary }) {
  const { data: standard } = useStandardQuery({ id: summary.id, version: summary.version });
  if (!standard) return <LoadingNote what={summary.title} />;
  const judged = judgeUnder(drive.standard, standard, drive.events, drive.mock);
  const { verdict, translation, enough } = judged;
  const result = resultOf(judged);
  const lost = translation.marks.filter(({ how }) => how === 'lost').length;
  return (
    <OpeningRow
      summary={
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: '1fr', sm: '1fr 1.4fr 150px' },
            columnGap: 2,
            alignItems: 'center',
            width: '100%',
          }}
        >
          <Typography sx={{ fontWeight: 700 }}>{standard.title}</Typography>
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.2 }}>
            <OutcomeSign outcome={enough ? result.outcome : 'incomplete'} size={20} />
            <Typography>
              {enough
                ? `${outcomeWords[result.outcome]}. ${resultWords(standard, result, verdict).join(' ')}`
                : 'Too little matches to say.'}
            </Typography>
          </Box>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {lost === 0 ? 'all carried over' : `${lost} of ${translation.marks.length} not carried`}
          </Typography>
        </Box>
      }
    >
      <Details from={drive.standard} to={standard} judged={judged} />
    </OpeningRow>
  );
}

function Details({ from, to, judged }: { from: Standard; to: Standard; judged: ForeignJudgement }) {
  const { verdict, translation } = judged;
  const label = (standard: Standard, id: string) => compileStandard(standard).itemOf(id).item.label;
  const severity = (standard: Standard, id: string) =>
    standard.severities.find((one) => one.id === id)?.label.toLowerCase() ?? id;
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5, '& li': { py: 0.4 } }}>
      {verdict.breaches.map((breach) => (
        <li key={`${breach.limit} ${breach.by}`}>
          <b>{breachWords(to, breach)}</b>
        </li>
      ))}
      {translation.marks.map((mark, n) => (
        <li key={`${mark.by} ${n}`}>
          {label(from, mark.from.item)}, {severity(from, mark.from.severity)}:{' '}
          {mark.how === 'carried'
            ? `as ${label(to, mark.to.item)}, ${severity(to, mark.to.severity)}`
            : `not carried over. ${mark.why}.`}
        </li>
      ))}
      {translation.merged.map(({ to: item, from: items }) => (
        <li key={item}>
          {items.map((id) => label(from, id)).join(' and ')} came together in {label(to, item)}.
        </li>
      ))}
      {translation.notHeld.map((what) => (
        <li key={what}>{what}: not part of this standard.</li>
      ))}
    </Box>
  );
}
