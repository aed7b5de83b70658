const WORDS: Readonly<Record<string, string>> = {
  no: 'closed',
  private: 'closed',
  yes: 'open',
  permissive: 'open',
  designated: 'open',
  destination: 'for access only',
  delivery: 'for deliveries only',
  '-1': 'one way, against the usual direction',
};
const DAYS: Readonly<Record<string, string>> = {
  Mo: 'Monday',
  Tu: 'Tuesday',
  We: 'Wednesday',
  Th: 'Thursday',
  Fr: 'Friday',
  Sa: 'Saturday',
  Su: 'Sunday',
  PH: 'public holidays',
  SH: 'school holidays',
};

/**
 * Hours of access as they stand in OpenStreetMap ("no @ (Mo-Fr 08:00-09:00)"), in words; what is not understood is
 * given as it stands.
 */
export function hoursText(when: string): string {
  const parts = [...when.matchAll(/([\w-]+)\s*@\s*(?:\(([^)]*)\)|([^;(]+))/g)];
  if (parts.length === 0) return when;
  return parts
    .map(([, word = '', inside, bare]) => {
      const hours = (inside ?? bare ?? '')
        .trim()
        .replaceAll(/\b(Mo|Tu|We|Th|Fr|Sa|Su|PH|SH)\b/g, (day) => DAYS[day] ?? day)
        .replaceAll(/\s*-\s*/g, ' to ')
        .replaceAll(/;\s*|,\s*/g, ', ');
      return `${WORDS[word] ?? word}: ${hours}`;
    })
    .join('; ');
}
