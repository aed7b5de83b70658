import { beforeAll, describe, expect, it } from '@jest/globals';
import { check } from '@placemarkio/check-geojson';
import { gpx } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import { countyTraffic, drawnOn } from '../testing';
import { lengthOf } from '../geo';
import { createSearch, createSnap, type Traffic } from '../network';
import { randomFrom } from '../random';
import { readGeoJson, writeGeoJson } from './geojson';
import { readGpx, writeGpx } from './gpx';
import { matchLine } from './match';
import { readRoute, writeRoute, type Route } from './route';
import { courseOf } from './course';

let traffic: Traffic;
let route: Route;
beforeAll(async () => {
  traffic = await countyTraffic();
  const drawn = drawnOn(traffic, { lat: 52.1275, lon: -2.3205 }, { lat: 52.1, lon: -2.3 }).route;
  const [first, ...rest] = drawn.features;
  if (!first) throw new Error('no features');
  route = {
    ...drawn,
    title: 'South & "east" <loop>',
    note: 'Tea after.',
    features: [{ ...first, note: 'Sign behind the hedge ]]> & more', source: 'hand' }, ...rest],
    independent: { from: 100, to: 900 },
  };
});

const problemsOf = (result: ReturnType<typeof readGpx>): string =>
  result.ok ? '' : result.problems.map(({ path, message }) => `${path} ${message}`).join('; ');

describe('a route', () => {
  it('comes back the same from its own file, from GPX and from GeoJSON', () => {
    const own = readRoute(writeRoute(route));
    expect(own.ok && own.value).toEqual(route);
    const fromGpx = readGpx(writeGpx(route));
    expect(fromGpx.ok && fromGpx.value.route).toEqual(route);
    const fromGeoJson = readGeoJson(writeGeoJson(route));
    expect(fromGeoJson.ok && fromGeoJson.value.route).toEqual(route);
  });

  it('as GPX is read by a general-purpose reader: line, places and names', () => {
    const read = gpx(new DOMParser().parseFromString(writeGpx(route), 'text/xml') as unknown as Document);
    const line = read.features.find(({ geometry }) => geometry?.type === 'LineString');
    expect(line?.geometry).toEqual({
      type: 'LineString',
      coordinates: route.line.map(({ lat, lon }) => [lon, lat]),
    });
    expect(line?.properties?.name).toBe(route.title);
    const points = read.features.filter(({ geometry }) => geometry?.type === 'Point');
    expect(points).toHaveLength(route.features.length);
    expect(points[0]?.properties?.desc).toBe('Sign behind the hedge ]]> & more');
  });

  it('as GeoJSON is what RFC 7946 asks for, as a general-purpose checker has it', () => {
    const checked = check(writeGeoJson(route));
    expect(checked.type === 'FeatureCollection' && checked.features).toHaveLength(route.features.length + 1);
  });
});

describe('GPX of others', () => {
  const track = (points: string) =>
    `<?xml version="1.0"?><gpx version="1.0"><wpt lat="52.12" lon="-2.3"><name>Hidden sign</name></wpt><trk><name>Out</name><trkseg>${points}</trkseg></trk></gpx>`;
  const point = (lat: number, lon: number, time = '') =>
    `<trkpt lat="${lat}" lon="${lon}"><ele>12</ele>${time}</trkpt>`;

  it('gives its line, its times and its waypoints, and is no route of ours', () => {
    const result = readGpx(track(point(52, -2, '<time>2026-09-14T08:00:00Z</time>') + point(52.001, -2)));
    expect(result.ok && result.value).toEqual({
      title: 'Out',
      line: [
        { lat: 52, lon: -2, time: '2026-09-14T08:00:00.000Z' },
        { lat: 52.001, lon: -2, time: null },
      ],
      waypoints: [{ lat: 52.12, lon: -2.3, name: 'Hidden sign', text: '' }],
      route: null,
    });
  });

  it('is refused in words when it is broken, too short, or leaves the earth', () => {
    expect(problemsOf(readGpx(track(point(52, -2))))).toContain('no track or route of two points');
    expect(problemsOf(readGpx(track(point(52, -2) + point(99, -2))))).toContain(
      'lat is 99; allowed: -90 to 90',
    );
    expect(problemsOf(readGpx('<gpx><trk>'))).toContain('broken XML');
    expect(problemsOf(readGpx('<kml></kml>'))).toContain('is no GPX');
    expect(problemsOf(readGpx('<!DOCTYPE gpx [<!ENTITY a "b">]><gpx>&a;</gpx>'))).toContain('DOCTYPE');
    expect(problemsOf(readGpx('hello'))).toContain('broken XML');
  });

  it('with a hundred thousand points is read', () => {
    const long = Array.from({ length: 100_000 }, (_, n) => point(52 + n * 1e-6, -2)).join('');
    const result = readGpx(track(long));
    expect(result.ok && result.value.line).toHaveLength(100_000);
    expect(problemsOf(readGpx(track(long + point(53, -2))))).toContain('at most 100000');
  });
});

describe('GeoJSON of others', () => {
  it('gives its longest line and its points, however they are nested', () => {
    const result = readGeoJson(
      JSON.stringify({
        type: 'FeatureCollection',
        features: [
          {
            type: 'Feature',
            properties: { name: 'Stop' },
            geometry: { type: 'Point', coordinates: [-2, 52, 80] },
          },
          {
            type: 'Feature',
            properties: null,
            geometry: {
              type: 'GeometryCollection',
              geometries: [
                {
                  type: 'MultiLineString',
                  coordinates: [
                    [
                      [-2, 52],
                      [-2, 53],
                      [-1, 53],
                    ],
                    [
                      [0, 0],
                      [1, 1],
                    ],
                  ],
                },
              ],
            },
          },
        ],
      }),
    );
    expect(result.ok && result.value.line).toHaveLength(3);
    expect(result.ok && result.value.waypoints[0]).toEqual({ lat: 52, lon: -2, name: 'Stop', text: '' });
  });

  it('is refused in words when it is none, or leaves the earth', () => {
    expect(problemsOf(readGeoJson('{'))).toContain('is not JSON');
    expect(problemsOf(readGeoJson('{"type":"Point","coordinates":[1,2]}'))).toContain('no line');
    const far = {
      type: 'LineString',
      coordinates: [
        [0, 0],
        [0, 91],
      ],
    };
    expect(problemsOf(readGeoJson(JSON.stringify(far)))).toMatch(/line 1\[1\]\[1\].*at most 90/);
  });
});

describe('a way that was driven', () => {
  it('is found again from its noisy places', () => {
    const random = randomFrom(3);
    const noise = () => (random() + random() + random() - 1.5) * 12;
    const shaken = route.line.flatMap((position, n) => {
      const next = route.line[n + 1] ?? position;
      return [0, 0.5].map((share) => ({
        lat: position.lat + share * (next.lat - position.lat) + noise() / 111_195,
        lon: position.lon + share * (next.lon - position.lon) + noise() / 68_000,
      }));
    });
    const matched = matchLine(traffic, createSnap(traffic.graph), createSearch(traffic), shaken);
    const real = drawnOn(
      traffic,
      route.via[0] ?? { lat: 0, lon: 0 },
      route.via[1] ?? { lat: 0, lon: 0 },
    ).course.legs.map(({ arc }) => arc);
    const found = new Set(matched?.arcs);
    const again = real.filter((arc) => found.has(arc)).length / real.length;
    expect(again).toBeGreaterThan(0.95);
    expect(matched?.gaps).toBe(0);
    if (!matched) return;
    const course = courseOf(traffic, matched.arcs, matched.from, matched.to);
    expect((course.metres.at(-1) ?? 0) / lengthOf(route.line)).toBeCloseTo(1, 1);
  });

  it('is none where no road is near', () => {
    const far = [
      { lat: 0, lon: 0 },
      { lat: 0.01, lon: 0 },
    ];
    expect(matchLine(traffic, createSnap(traffic.graph), createSearch(traffic), far)).toBeNull();
  });
});
