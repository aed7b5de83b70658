import { Box, Typography } from '@mui/material';
import {
  addsUpMarks,
  capSentence,
  conversionSentence,
  limitSentence,
  type Cap,
  type Conversion,
  type Limit,
} from '../../../core/standard';
import type { Path } from '../../parts/form';
import type { Draft } from './useDraft';
import { freeId } from '../../parts/form';
import { useEditor } from './editor';
import { EntryList } from './EntryList';
import { Choice, FieldGrid, Find, IdLine, NumberLine, Several, TextLine, Tick } from './fields';
import {
  countOptions,
  itemOptions,
  manoeuvreOrKindOptions,
  quantityOptions,
  scopeOptions,
  sectionOptions,
  severityOptions,
  tagOptions,
  usedSkillOptions,
} from './options';

export const limitIds = ({ limits, manoeuvres }: Draft): string[] => [
  ...limits.map(({ id }) => id),
  ...manoeuvres.flatMap((manoeuvre) => manoeuvre.limits.map(({ id }) => id)),
];

/** The limits of the test, or of one manoeuvre. */
export function LimitList({ path }: { readonly path: Path }) {
  const { draft, base } = useEditor();
  const known = limitIds(base);
  const ofManoeuvre = path[0] === 'manoeuvres';
  return (
    <EntryList<Limit>
      path={path}
      noun="limit"
      empty={ofManoeuvre ? 'No limit of its own: marked by its items.' : undefined}
      titleOf={(limit) => limitSentence(draft, limit)}
      moreOf={({ because }) => because}
      blank={() => ({
        id: freeId('limit', limitIds(draft)),
        of: ofManoeuvre ? 'seconds' : 'faults',
        ...(ofManoeuvre ? {} : { where: { severities: draft.severities.slice(-1).map(({ id }) => id) } }),
        per: ofManoeuvre ? 'manoeuvre' : 'test',
        max: 0,
        ends: false,
        because: '',
      })}
    >
      {(limit, own) => (
        <>
          <FieldGrid>
            <Choice
              path={[...own, 'of']}
              label="What is totalled"
              options={quantityOptions(draft, ofManoeuvre)}
            />
            <Choice path={[...own, 'per']} label="Over" options={scopeOptions(limit.of)} />
            <NumberLine path={[...own, 'max']} label="At most" help="One more breaches it" />
            <Tick path={[...own, 'ends']} label="Breaching it ends the test" />
            <IdLine path={own} known={known} />
            <TextLine path={[...own, 'because']} label="Why, in one sentence for the learner" />
          </FieldGrid>
          <WhereForm path={[...own, 'where']} marks={addsUpMarks(limit.of)} />
        </>
      )}
    </EntryList>
  );
}

export function CapList() {
  const { draft, base } = useEditor();
  return (
    <EntryList<Cap>
      path={['caps']}
      noun="cap"
      empty="No cap: every mark counts."
      titleOf={(cap) => capSentence(draft, cap)}
      moreOf={({ because }) => because}
      blank={() => ({
        id: freeId(
          'cap',
          draft.caps.map(({ id }) => id),
        ),
        of: 'faults',
        where: { sections: draft.sections.slice(0, 1).map(({ id }) => id) },
        max: 1,
        because: '',
      })}
    >
      {(_cap, own) => (
        <>
          <FieldGrid>
            <NumberLine path={[...own, 'max']} label="Most that count" help="1000: every one counts" />
            <IdLine path={own} known={base.caps.map(({ id }) => id)} />
            <TextLine path={[...own, 'because']} label="Why, in one sentence" />
          </FieldGrid>
          <WhereForm path={[...own, 'where']} marks />
        </>
      )}
    </EntryList>
  );
}

export function ConversionList() {
  const { draft } = useEditor();
  return (
    <EntryList<Conversion>
      path={['conversions']}
      noun="conversion"
      empty="Nothing that is counted or read becomes a mark."
      titleOf={(one) => conversionSentence(draft, one)}
      blank={() => {
        const item = draft.sections[0]?.items[0];
        return { of: 'shunts', item: item?.id ?? '', severity: item?.severities[0] ?? '' };
      }}
    >
      {(one, own) => (
        <FieldGrid>
          <Choice path={[...own, 'of']} label="What is counted or read" options={countOptions(draft)} />
          <NumberLine path={[...own, 'from']} label="From" help="Left empty: the first one on" />
          <NumberLine path={[...own, 'below']} label="Below" help="Left empty: without end" />
          <Find path={[...own, 'item']} label="Is marked as" options={itemOptions(draft)} />
          <Choice
            path={[...own, 'severity']}
            label="Severity"
            options={severityOptions(draft).filter(({ value }) => mayBe(draft, one.item, value))}
          />
          <Several
            path={[...own, 'manoeuvres']}
            label="Only in these manoeuvres"
            options={manoeuvreOrKindOptions(draft)}
            optional
          />
        </FieldGrid>
      )}
    </EntryList>
  );
}

const mayBe = ({ sections }: Draft, item: string, severity: string): boolean =>
  sections.some(({ items }) => items.some((one) => one.id === item && one.severities.includes(severity)));

/** Which marks a limit or cap is about: every key that is given must fit, by any value in it. */
function WhereForm({ path, marks }: { readonly path: Path; readonly marks: boolean }) {
  const { draft } = useEditor();
  const field = (key: string) => [...path, key];
  return (
    <Box role="group" aria-label="Only these">
      <Typography variant="h3" component="p" sx={{ mb: 1 }}>
        {marks ? 'Only marks of' : 'Only in'}
      </Typography>
      <FieldGrid least={260}>
        {marks ? (
          <>
            <Several
              path={field('severities')}
              label="Severities"
              options={severityOptions(draft)}
              optional
            />
            <Several path={field('sections')} label="Sections" options={sectionOptions(draft)} optional />
            <Several path={field('items')} label="Items" options={itemOptions(draft)} optional />
            <Several path={field('tags')} label="Tags" options={tagOptions(draft)} optional />
            <Several path={field('skills')} label="Skills" options={usedSkillOptions(draft)} optional />
          </>
        ) : null}
        <Several
          path={field('manoeuvres')}
          label="Manoeuvres"
          options={manoeuvreOrKindOptions(draft)}
          optional
        />
      </FieldGrid>
    </Box>
  );
}
