export { api, errorText, isSignedOut, isTaken } from './api';
export {
  useHealthQuery,
  useSessionQuery,
  useSignInMutation,
  useSignInToDemoMutation,
  useChangePassphraseMutation,
  useSignOutMutation,
  useSignOutOthersMutation,
  useDevicesQuery,
  useSignOutDeviceMutation,
  useMay,
  useMayChange,
} from './session';
export {
  useChangePagesInfiniteQuery,
  useChangePersonMutation,
  useEndInvitationMutation,
  useInvitationsQuery,
  useInviteMutation,
  useMakePassphraseLinkMutation,
  usePeopleQuery,
  useSignOutPersonMutation,
  useWelcomeQuery,
  useAcceptWelcomeMutation,
} from './people';
export {
  useBackupsQuery,
  useBackUpMutation,
  useReachQuery,
  useRestoreMutation,
  useRestorePreviewQuery,
  useUnreadableQuery,
  useSchoolQuery,
  useKeepSchoolMutation,
} from './school';
export {
  useLearnersQuery,
  useLearnerPagesInfiniteQuery,
  useLearnerQuery,
  useAddLearnerMutation,
  useImportLearnersMutation,
  useHabitsQuery,
  useDrillQuery,
  useErasureQuery,
  useEraseLearnerMutation,
  useGoalsQuery,
  useTickGoalMutation,
  useChangeLearnerMutation,
  PICKED,
} from './learners';
export {
  useEvidenceQuery,
  useReadinessQuery,
  useReadinessSettingsQuery,
  useKeepReadinessSettingsMutation,
  useCoachingQuery,
  useKeepCoachingMutation,
  useResultsQuery,
  useKeepResultMutation,
  useRemoveResultMutation,
  useTrustQuery,
} from './readiness';
export {
  useLessonsQuery,
  useKeepLessonMutation,
  useAddSeriesMutation,
  useRemoveLessonMutation,
  useMakeCalendarMutation,
  useEndCalendarMutation,
} from './diary';
export {
  useTrackQuery,
  useMocksQuery,
  useMockPagesInfiniteQuery,
  useSharesQuery,
  useMakeShareMutation,
  useEndShareMutation,
  useSharedQuery,
  useBinQuery,
  useChangeMockMutation,
  useDeleteMockMutation,
  useKeepSheetMutation,
  useTakeBackMockMutation,
  RECENT,
} from './mocks';
export {
  useStandardsQuery,
  useAddStandardMutation,
  useStandardQuery,
  isStandardAnswered,
  type WithStandards,
} from './standards';
export {
  useKeepQuestionMutation,
  useUnchangeQuestionMutation,
  useKeepQuestionsMutation,
  useQuestionsQuery,
} from './questions';
export {
  useVehiclesQuery,
  useAddVehicleMutation,
  useChangeVehicleMutation,
  useCheckupsQuery,
  useAddCheckupMutation,
  useKeepPhotoMutation,
  useRemovePhotoMutation,
} from './vehicles';
export {
  useNetworksQuery,
  useRoutesQuery,
  useRoutePagesInfiniteQuery,
  useRouteQuery,
  useLazyRouteQuery,
  useKeepRouteMutation,
  useRemoveRouteMutation,
  useKeepRoutePhotoMutation,
  useHotSpotsQuery,
  useMarksAtQuery,
  type HotSpotFilter,
} from './routes';
export {
  useYardQuery,
  useKeepYardFileMutation,
  useRemoveYardFileMutation,
  usePracticeQuery,
  usePracticeRunQuery,
  useKeepPracticeMutation,
  useRemovePracticeMutation,
} from './yard';
export { newestVersions } from '../../../core/standard';
