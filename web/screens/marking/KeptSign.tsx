import { styled } from '@mui/material/styles';
import { hourText, localZone, colour } from '../../parts/ui';
import { useJudged, useLink, type DriveHere } from '../../data/log';

interface Props {
  readonly drive: DriveHere;
  readonly short?: boolean;
}

/** Where the marks are: on the server's disk, in this browser, or on this screen only. */
export function KeptSign({ drive, short = false }: Props) {
  const unmarked = useJudged(drive, ({ marks }) => marks.length === 0);
  const { waiting, link, linkSince, storage, refusal } = useLink();
  const since = () => (linkSince ? ` since ${hourText(linkSince, localZone())}` : '');
  const { words, brief, sure } = wordsFor();
  function wordsFor(): { words: string; brief: string; sure: boolean } {
    // Of a practice drive nothing is stored or sent, on purpose.
    if (drive.practice) return { words: 'Practice: nothing is saved', brief: 'Practice', sure: true };
    if (refusal)
      return {
        words: `The server refused marks: ${refusal} They are saved here.`,
        brief: 'Refused',
        sure: false,
      };
    if (storage === 'refused')
      return waiting > 0
        ? {
            words: `${waiting} on this screen only: the browser can’t save`,
            brief: 'On screen only',
            sure: false,
          }
        : { words: 'On the server; this browser can’t save', brief: 'On the server', sure: false };
    if (link === 'signed out')
      return { words: `${waiting} saved here; sign in to send them`, brief: 'Saved here', sure: false };
    if (waiting > 0 && link === 'silent')
      return {
        words: `${waiting} saved here, no server${since()}`,
        brief: `${waiting} saved here`,
        sure: false,
      };
    if (waiting > 0)
      return { words: `${waiting} saved here, on the way`, brief: `${waiting} saved here`, sure: true };
    if (link === 'silent') return { words: `All sent; no server${since()}`, brief: 'No server', sure: false };
    return {
      words: unmarked ? 'Server answers' : 'All saved here and on the server',
      brief: 'Saved',
      sure: true,
    };
  }
  return (
    <Sign role="status" data-usual={sure} style={{ width: short ? 92 : 190 }}>
      <div>
        <svg
          viewBox="0 0 16 16"
          width={16}
          height={16}
          aria-hidden
          style={{ color: colour(sure ? 'moss' : 'ochre'), flex: 'none' }}
        >
          {sure ? (
            <path d="M2 8.5 6.2 13 14 3.5" fill="none" stroke="currentColor" strokeWidth="2.6" />
          ) : (
            <path d="M8 1.5 15 14H1Z" fill="none" stroke="currentColor" strokeWidth="2.2" />
          )}
        </svg>
        <span>{short ? brief : words}</span>
      </div>
    </Sign>
  );
}

const Sign = styled('div')({
  fontSize: 16,
  lineHeight: 1.15,
  // Its usual words have their room, so that nothing round them is laid out again when they change.
  '&[data-usual="true"]': { height: 56 },
  '& > div': { height: '100%', display: 'flex', alignItems: 'center', gap: 8 },
  '&[data-usual="true"] > div': { contain: 'layout size' },
});
