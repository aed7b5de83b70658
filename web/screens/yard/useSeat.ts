import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { readSeat, seated, seatText, type Seat, type YardVehicle } from '../../../core/yard';
import { withParam } from '../../parts/ui';

/** Milliseconds from the last move of a slider until the address has it. */
const QUIET = 300;

export interface SeatNow {
  readonly seat: Seat;
  /** The vehicle with the eye and the mirrors as this driver has them. */
  readonly own: YardVehicle;
  readonly set: (seat: Seat) => void;
}

/** Where the driver sits, as the address has it; kept there when it changes. */
export function useSeat(vehicle: YardVehicle): SeatNow {
  const [params, setParams] = useSearchParams();
  const [seat, set] = useState(() => readSeat(params.get('seat') ?? ''));
  const text = seatText(seat);
  useEffect(() => {
    if ((params.get('seat') ?? '') === text) return;
    const timer = setTimeout(() => setParams(withParam(params, 'seat', text), { replace: true }), QUIET);
    return () => clearTimeout(timer);
  }, [text, params, setParams]);
  const own = useMemo(() => seated(vehicle, readSeat(text)), [vehicle, text]);
  return { seat, own, set };
}
