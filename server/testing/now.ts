/**
 * The instant at which every test begins, whatever the day: a Wednesday morning. `TEST_NOW` sets another one, to
 * see that nothing depends on the weekday, the end of a month, a leap day or a night on which the clocks change.
 */
export const TEST_NOW = new Date(process.env.TEST_NOW ?? '2026-11-18T10:00:00.000Z').toISOString();

/** Where tests are: a zone that changes its clocks. */
export const TEST_ZONE = 'Europe/London';

/** Puts the clock of a page or of a test ahead by milliseconds. It is sent to browsers, so it stands alone. */
export function shiftClock(ahead: number): void {
  const TrueDate = Date;
  class ShiftedDate extends TrueDate {
    constructor(...args: readonly unknown[]) {
      if (args.length === 0) super(TrueDate.now() + ahead);
      // @ts-expect-error -- any arguments that Date takes
      else super(...args);
    }
    static override now(): number {
      return TrueDate.now() + ahead;
    }
  }
  globalThis.Date = ShiftedDate as DateConstructor;
  // A receiver tells its own time, which is that of the device.
  const receiver = (globalThis as { GeolocationPosition?: { prototype: object } }).GeolocationPosition
    ?.prototype;
  const told = receiver && Object.getOwnPropertyDescriptor(receiver, 'timestamp')?.get;
  if (receiver && told)
    Object.defineProperty(receiver, 'timestamp', {
      get(this: unknown) {
        return (told.call(this) as number) + ahead;
      },
    });
}
