import type { NewVehicle, Page, VehicleSort, VehicleView } from '../../../contract';
import type { Checkup, VehicleCard, VehicleRecord } from '../../../core/vehicle';
import { api, FOUND, ifMatch, listOf, pagesOf, queryOf, type Asked, type Nothing } from './api';

/** All vehicles come as one list. */
const LIST = listOf('vehicles');

/** Vehicles, their cards and checks. */
const vehicles = api.injectEndpoints({
  endpoints: (build) => ({
    vehicles: build.query<Page<VehicleView>, Nothing>({
      query: () => '/vehicles',
      providesTags: [LIST],
    }),
    vehiclePages: build.infiniteQuery<Page<VehicleView>, Asked<VehicleSort>, string | null>({
      ...pagesOf('/vehicles'),
      providesTags: [LIST],
    }),
    vehiclesFound: build.query<Page<VehicleView>, string>({
      query: (search) => `/vehicles?${queryOf({ search, limit: FOUND })}`,
      providesTags: [LIST],
    }),
    addVehicle: build.mutation<VehicleView, NewVehicle>({
      query: (body) => ({ url: '/vehicles', method: 'POST', body: { ...body } }),
      invalidatesTags: [LIST],
    }),
    changeVehicle: build.mutation<
      VehicleView,
      {
        readonly id: string;
        readonly revision: number;
        readonly change: {
          readonly name?: string;
          readonly plate?: string;
          readonly card?: VehicleCard;
          readonly record?: VehicleRecord;
          readonly retired?: boolean;
        };
      }
    >({
      query: ({ id, revision, change }) => ({
        url: `/vehicles/${id}`,
        method: 'PATCH',
        headers: ifMatch(revision),
        body: change,
      }),
      invalidatesTags: [LIST],
    }),
    checkups: build.query<Page<Checkup>, string>({
      query: (vehicle) => `/vehicles/${vehicle}/checkups`,
      providesTags: (_page, _error, vehicle) => [{ type: 'vehicles', id: vehicle }],
    }),
    addCheckup: build.mutation<VehicleView, { readonly vehicle: string; readonly checkup: Checkup }>({
      query: ({ vehicle, checkup }) => ({
        url: `/vehicles/${vehicle}/checkups`,
        method: 'POST',
        body: checkup,
      }),
      invalidatesTags: (_kept, _error, { vehicle }) => [LIST, { type: 'vehicles', id: vehicle }],
    }),
    keepPhoto: build.mutation<
      VehicleView,
      { readonly vehicle: string; readonly control: string; readonly jpeg: Blob }
    >({
      query: ({ vehicle, control, jpeg }) => ({
        url: `/vehicles/${vehicle}/photos/${control}`,
        method: 'PUT',
        headers: { 'Content-Type': 'image/jpeg' },
        body: jpeg,
      }),
      invalidatesTags: [LIST],
    }),
    removePhoto: build.mutation<VehicleView, { readonly vehicle: string; readonly control: string }>({
      query: ({ vehicle, control }) => ({ url: `/vehicles/${vehicle}/photos/${control}`, method: 'DELETE' }),
      invalidatesTags: [LIST],
    }),
  }),
});

export const {
  useVehiclesQuery,
  useVehiclePagesInfiniteQuery,
  useVehiclesFoundQuery,
  useAddVehicleMutation,
  useChangeVehicleMutation,
  useCheckupsQuery,
  useAddCheckupMutation,
  useKeepPhotoMutation,
  useRemovePhotoMutation,
} = vehicles;
