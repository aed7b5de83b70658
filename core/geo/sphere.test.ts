import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import geodesic from 'geographiclib-geodesic';
import { bearing, distance, EARTH_RADIUS, turnBetween } from './sphere';

const places = fc.record({
  lat: fc.double({ min: -85, max: 85, noNaN: true }),
  lon: fc.double({ min: -179, max: 179, noNaN: true }),
});

describe('great-circle distance', () => {
  it('is the published one between two airports', () => {
    // Published: Rosetta Code, "Haversine formula": 2887.2599506071106 km on a sphere of 6372.8 km.
    const published = (2_887_259.950607 / 6_372_800) * EARTH_RADIUS;
    const nashville = { lat: 36.12, lon: -86.67 };
    expect(distance(nashville, { lat: 33.94, lon: -118.4 })).toBeCloseTo(published, 3);
  });

  it('is within six in a thousand of the ellipsoid’s, as a geodesy library has it', () => {
    fc.assert(
      fc.property(places, places, (a, b) => {
        const { s12 = 0 } = geodesic.Geodesic.WGS84.Inverse(a.lat, a.lon, b.lat, b.lon);
        expect(Math.abs(distance(a, b) - s12)).toBeLessThanOrEqual(0.006 * s12 + 1e-6);
      }),
    );
  });

  it('is the same both ways, and nought to itself', () => {
    fc.assert(
      fc.property(places, places, (a, b) => {
        expect(distance(a, b)).toBeCloseTo(distance(b, a), 6);
        expect(distance(a, a)).toBe(0);
      }),
    );
  });
});

describe('bearing', () => {
  it('is that of a geodesy library to a fifth of a degree, over a few kilometres', () => {
    const near = fc.double({ min: -0.03, max: 0.03, noNaN: true });
    fc.assert(
      fc.property(places, near, near, (a, dLat, dLon) => {
        const b = { lat: a.lat + dLat, lon: a.lon + dLon };
        fc.pre(distance(a, b) > 1 && Math.abs(a.lat) < 70);
        const { azi1 = 0 } = geodesic.Geodesic.WGS84.Inverse(a.lat, a.lon, b.lat, b.lon);
        expect(Math.abs(turnBetween(bearing(a, b), (azi1 * Math.PI) / 180))).toBeLessThan(0.0036);
      }),
    );
  });

  it('turns the short way round', () => {
    expect(turnBetween(0.1, 2 * Math.PI - 0.1)).toBeCloseTo(-0.2, 9);
    expect(turnBetween(0, Math.PI)).toBeCloseTo(Math.PI, 9);
  });
});
