import { describe, expect, it } from '@jest/globals';
import { barePicture } from './jpeg';

const segment = (marker: number, text: string) => {
  const head = Buffer.alloc(4);
  head.writeUInt16BE(marker, 0);
  head.writeUInt16BE(text.length + 2, 2);
  return Buffer.concat([head, Buffer.from(text)]);
};
const start = Buffer.from([0xff, 0xd8]);
const scan = Buffer.concat([
  segment(0xffda, 'scan'),
  Buffer.from('picture\xff\x00\xe1 not a segment\xff\xd3 restarted', 'latin1'),
]);
const end = Buffer.from([0xff, 0xd9]);
const jfif = segment(0xffe0, 'JFIF');
const tables = segment(0xffdb, 'tables');

describe('a picture', () => {
  it('keeps nothing of where and when it was taken', () => {
    const exif = segment(0xffe1, 'Exif GPS 51.5 N');
    const comment = segment(0xfffe, 'made by somebody');
    const bare = barePicture(
      Buffer.concat([start, jfif, exif, segment(0xffed, 'IPTC'), tables, comment, scan, end]),
    );
    expect(bare).toEqual(Buffer.concat([start, jfif, tables, scan, end]));
  });

  it('keeps every scan, and nothing between them or after the end', () => {
    const exif = segment(0xffe1, 'Exif GPS 51.5 N');
    const bare = barePicture(
      Buffer.concat([
        start,
        tables,
        scan,
        tables,
        exif,
        scan,
        end,
        Buffer.from('another picture, larger'),
        end,
      ]),
    );
    expect(bare).toEqual(Buffer.concat([start, tables, scan, tables, scan, end]));
  });

  it('may lack its end, as when the card was full', () => {
    const torn = Buffer.concat([start, jfif, scan]);
    expect(barePicture(torn)).toEqual(torn);
  });

  it.each([
    ['a text', Buffer.from('this is a letter')],
    ['nothing', Buffer.alloc(0)],
    ['a start without a picture', Buffer.concat([start, jfif])],
    ['a segment longer than the file', Buffer.concat([start, segment(0xffe0, 'JFIF').subarray(0, 6)])],
    ['another kind of picture', Buffer.from('\x89PNG\r\n\x1a\n and so on', 'latin1')],
  ])('is refused when it is %s', (_, bytes) => {
    expect(barePicture(bytes)).toBeNull();
  });
});
