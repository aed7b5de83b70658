import type { NewVehicle, Page, VehicleView } from '../../../contract';
import type { Checkup, VehicleCard, VehicleRecord } from '../../../core/vehicle';
import { api, ifMatch, type Nothing } from './api';

/** Vehicles, their cards and checks. */
const vehicles = api.injectEndpoints({
  endpoints: (build) => ({
    vehicles: build.query<Page<VehicleView>, Nothing>({
      query: () => '/vehicles',
      providesTags: ['vehicles'],
    }),
    addVehicle: build.mutation<VehicleView, NewVehicle>({
      query: (body) => ({ url: '/vehicles', method: 'POST', body: { ...body } }),
      invalidatesTags: ['vehicles'],
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
        };
      }
    >({
      query: ({ id, revision, change }) => ({
        url: `/vehicles/${id}`,
        method: 'PATCH',
        headers: ifMatch(revision),
        body: change,
      }),
      invalidatesTags: ['vehicles'],
    }),
    checkups: build.query<Page<Checkup>, string>({
      query: (vehicle) => `/vehicles/${vehicle}/checkups`,
      providesTags: ['vehicles'],
    }),
    addCheckup: build.mutation<VehicleView, { readonly vehicle: string; readonly checkup: Checkup }>({
      query: ({ vehicle, checkup }) => ({
        url: `/vehicles/${vehicle}/checkups`,
        method: 'POST',
        body: checkup,
      }),
      invalidatesTags: ['vehicles'],
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
      invalidatesTags: ['vehicles'],
    }),
    removePhoto: build.mutation<VehicleView, { readonly vehicle: string; readonly control: string }>({
      query: ({ vehicle, control }) => ({ url: `/vehicles/${vehicle}/photos/${control}`, method: 'DELETE' }),
      invalidatesTags: ['vehicles'],
    }),
  }),
});

export const {
  useVehiclesQuery,
  useAddVehicleMutation,
  useChangeVehicleMutation,
  useCheckupsQuery,
  useAddCheckupMutation,
  useKeepPhotoMutation,
  useRemovePhotoMutation,
} = vehicles;
