import {
  countedWords,
  judge,
  judgeUnder,
  MAX_LOG_LENGTH,
  missingWords,
  readLogUnder,
  resultOf,
  type Judgement,
  type Log,
} from '../../core/marking';
import {
  limitOf,
  limitTitle,
  MAX_STANDARD_LENGTH,
  readStandard,
  scopedTitle,
  type Standard,
} from '../../core/standard';
import { done, readWith, problemsOf, refused, type Outcome } from './io';

/** One verdict a log, in the order given: a JSON object a line, or for people. */
export function judgeFiles(
  standardFile: string,
  logFiles: readonly string[],
  { text }: { readonly text: boolean },
): Outcome {
  const standard = readWith(standardFile, MAX_STANDARD_LENGTH, readStandard);
  if (!standard.ok) return refused(problemsOf(standardFile, standard));
  return eachLog(standard.value, logFiles, (file, log) => judged(standard.value, file, log, text));
}

/** One verdict a log under another standard, with what was merged and what could not be carried. */
export function translateFiles(fromFile: string, toFile: string, logFiles: readonly string[]): Outcome {
  const [from, to] = [fromFile, toFile].map((file) => readWith(file, MAX_STANDARD_LENGTH, readStandard));
  if (!from?.ok || !to?.ok)
    return refused(
      [from, to].flatMap((result, n) =>
        result && !result.ok
          ? result.problems.map((problem) => ({ file: n === 0 ? fromFile : toFile, problem }))
          : [],
      ),
    );
  return eachLog(from.value, logFiles, (_file, { header, events }) => {
    const { verdict, translation } = judgeUnder(from.value, to.value, events, header);
    const lost = translation.marks.flatMap((mark) =>
      mark.how === 'lost'
        ? [{ by: mark.by, item: mark.from.item, severity: mark.from.severity, why: mark.why }]
        : [],
    );
    const { merged, notHeld } = translation;
    return `${JSON.stringify({ verdict, merged, lost, notHeld })}\n`;
  });
}

/** Reads every log first: one bad one, and nothing is printed but its problems. */
function eachLog(
  standard: Standard,
  logFiles: readonly string[],
  print: (file: string, log: Log) => string,
): Outcome {
  const logs = logFiles.map((file) => ({
    file,
    log: readWith(file, MAX_LOG_LENGTH, (content) => readLogUnder(standard, content)),
  }));
  const problems = logs.flatMap(({ file, log }) => problemsOf(file, log));
  if (problems.length > 0) return refused(problems);
  const notes = logs.flatMap(({ file, log }) => {
    if (!log.ok || log.value.header.standard.version === standard.version) return [];
    const { version } = log.value.header.standard;
    return [`${file}: note: was marked under version ${version}, judged under ${standard.version}\n`];
  });
  return done(
    logs.flatMap(({ file, log }) => (log.ok ? [print(file, log.value)] : [])).join(''),
    notes.join(''),
  );
}

function judged(standard: Standard, file: string, { header, events }: Log, text: boolean): string {
  const judgement = judge(standard, events, header);
  return text ? forPeople(standard, file, judgement) : `${JSON.stringify(judgement.verdict)}\n`;
}

function forPeople(standard: Standard, file: string, judgement: Judgement): string {
  const { verdict } = judgement;
  const result = resultOf(judgement);
  const counts = standard.severities
    .map(({ id, label }) => `${label}: ${verdict.counts[id] ?? 0}`)
    .join(', ');
  const breaches = verdict.breaches.map(({ limit: id, scope, total, max, at }) => {
    const limit = limitOf(standard, id);
    const title = limit ? scopedTitle(standard, limit, scope) : id;
    return `  ${title}: ${total}, at most ${max}; exceeded at ${at}. ${limit?.because ?? ''}\n`;
  });
  const left = verdict.headroom
    .filter(({ scope }) => scope.per === 'test')
    .map(({ limit: id, left: over }) => {
      const limit = limitOf(standard, id);
      return `  ${limit ? limitTitle(standard, limit) : id}: ${over < 0 ? `${-over} over` : `${over} left`}\n`;
    });
  const plan =
    result.missing.length === 0
      ? ''
      : `  ${result.countedBecause === null ? `Incomplete: ${missingWords(result.missing)}` : countedWords(result.missing, result.countedBecause)}\n`;
  const provisional = verdict.unsorted > 0 ? ` (provisional: ${verdict.unsorted} flags to sort)` : '';
  return `${file}: ${result.outcome}${provisional} under ${standard.title} ${standard.version}\n${plan}  ${counts}\n${breaches.join('')}${left.join('')}`;
}
