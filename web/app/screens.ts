import type { ComponentType } from 'react';
import type { Right } from '../../contract';

/** One screen: its address, what it is called, how it is found, and its code, which is loaded when it is opened. */
export interface Screen {
  readonly path: string;
  /** In the window's title, and in the navigation where it stands there. */
  readonly title: string;
  readonly inNavigation?: true;
  /** What else it is found by in the jump dialog; left out where it needs an id. */
  readonly find?: string;
  /** Where it has no frame: the marking screen, and what a learner sees. */
  readonly bare?: 'signed in' | 'anybody';
  /** What it takes to do what the screen is for; left out where everybody may. */
  readonly right?: Right;
  readonly load: () => Promise<ComponentType>;
}

/** Every screen. Router, navigation, jump dialog and window titles are made of this list. */
export const screens: readonly Screen[] = [
  {
    path: '/',
    title: 'Today',
    inNavigation: true,
    find: 'the day at a glance',
    load: async () => (await import('../screens/today')).TodayPage,
  },
  {
    path: '/diary',
    title: 'Diary',
    inNavigation: true,
    find: 'lessons and tests by day and week',
    load: async () => (await import('../screens/diary')).DiaryPage,
  },
  {
    path: '/learners',
    title: 'Learners',
    inNavigation: true,
    find: 'everybody, by name or test',
    load: async () => (await import('../screens/learners')).LearnersPage,
  },
  {
    path: '/learners/:learner',
    title: 'Learner',
    load: async () => (await import('../screens/learner')).LearnerPage,
  },
  {
    path: '/mocks',
    title: 'Mocks',
    inNavigation: true,
    find: 'all mock tests, by learner',
    load: async () => (await import('../screens/mocks')).MocksPage,
  },
  {
    path: '/mocks/sheet',
    title: 'Enter a paper sheet',
    find: 'past mock, official report, paper',
    load: async () => (await import('../screens/sheet')).SheetPage,
  },
  {
    path: '/mocks/:mock/reading',
    title: 'Read the sheet',
    load: async () => (await import('../screens/sheet-reading')).ReadingPage,
  },
  {
    path: '/mocks/:mock/beside/:other',
    title: 'Marked by two',
    load: async () => (await import('../screens/marked-by-two')).MarkedByTwoPage,
  },
  {
    path: '/mocks/bin',
    title: 'Deleted mocks',
    find: 'bin, undelete',
    load: async () => (await import('../screens/mocks')).BinPage,
  },
  {
    path: '/setup',
    title: 'Start a mock',
    find: 'set-up',
    load: async () => (await import('../screens/setup')).SetupPage,
  },
  {
    path: '/mocks/:mock/marking',
    title: 'Marking',
    bare: 'signed in',
    load: async () => {
      // Debrief and report must come up at the roadside also when the server has gone meanwhile.
      void import('../screens/debrief');
      void import('../screens/report');
      return (await import('../screens/marking')).MarkingPage;
    },
  },
  {
    path: '/mocks/:mock/debrief',
    title: 'Debrief',
    load: async () => (await import('../screens/debrief')).DebriefPage,
  },
  {
    path: '/mocks/:mock',
    title: 'Report',
    load: async () => (await import('../screens/report')).ReportPage,
  },
  {
    path: '/shared/:token',
    title: 'Your mock test',
    bare: 'anybody',
    load: async () => (await import('../screens/shared-mock')).SharedPage,
  },
  {
    path: '/welcome/:token',
    title: 'Welcome',
    bare: 'anybody',
    load: async () => (await import('../screens/welcome')).WelcomePage,
  },
  {
    path: '/routes',
    title: 'Routes',
    inNavigation: true,
    find: 'library, import',
    load: async () => (await import('../screens/routes')).RoutesPage,
  },
  {
    path: '/routes/networks',
    title: 'Road networks',
    find: 'roads, import',
    load: async () => (await import('../screens/networks')).NetworksPage,
  },
  {
    path: '/routes/hot-spots',
    title: 'Hot spots',
    find: 'where things go wrong',
    load: async () => (await import('../screens/hot-spots')).HotSpotsPage,
  },
  {
    path: '/routes/compose',
    title: 'Compose a route',
    find: 'routes from roads',
    right: 'manage shared things',
    load: async () => (await import('../screens/compose')).ComposePage,
  },
  {
    path: '/routes/new',
    title: 'New route',
    find: 'draw one',
    right: 'manage shared things',
    load: async () => (await import('../screens/route-editor')).EditorPage,
  },
  {
    path: '/routes/:route',
    title: 'Route',
    load: async () => (await import('../screens/route')).RoutePage,
  },
  {
    path: '/routes/:route/edit',
    title: 'Edit route',
    right: 'manage shared things',
    load: async () => (await import('../screens/route-editor')).EditorPage,
  },
  {
    path: '/routes/:route/rehearse',
    title: 'Rehearse route',
    load: async () => (await import('../screens/rehearse')).RehearsePage,
  },
  {
    path: '/questions/:view?',
    title: 'Questions',
    inNavigation: true,
    find: 'drill, draw, memory, bank',
    load: async () => (await import('../screens/questions')).QuestionsPage,
  },
  {
    path: '/vehicles',
    title: 'Vehicles',
    inNavigation: true,
    find: 'fitness, cards, dates',
    load: async () => (await import('../screens/vehicles')).VehiclesPage,
  },
  {
    path: '/vehicles/:vehicle',
    title: 'Vehicle',
    load: async () => (await import('../screens/vehicle')).VehiclePage,
  },
  {
    path: '/vehicles/:vehicle/check',
    title: 'Vehicle check',
    load: async () => (await import('../screens/vehicle-check')).CheckPage,
  },
  {
    path: '/vehicles/:vehicle/walk',
    title: 'Walk round the vehicle',
    right: 'manage shared things',
    load: async () => (await import('../screens/vehicle-walk')).WalkPage,
  },
  {
    path: '/yard/courses/:course',
    title: 'Course',
    right: 'manage shared things',
    load: async () => (await import('../screens/yard-course')).CoursePage,
  },
  {
    path: '/yard/vehicles/:vehicle',
    title: 'Figures of a vehicle',
    right: 'manage shared things',
    load: async () => (await import('../screens/yard-vehicle')).YardVehiclePage,
  },
  {
    path: '/yard/runs/:run',
    title: 'Yard practice',
    load: async () => (await import('../screens/yard-run')).RunPage,
  },
  {
    path: '/yard/card',
    title: 'Card of sighting marks',
    load: async () => (await import('../screens/yard')).CardPage,
  },
  {
    path: '/yard/:view?',
    title: 'Yard',
    inNavigation: true,
    find: 'courses, setting out, manoeuvres, driving',
    load: async () => (await import('../screens/yard')).YardPage,
  },
  {
    path: '/figures/:figure?',
    title: 'Figures',
    inNavigation: true,
    find: 'stopping distance, amber, gaps, directions, timers',
    load: async () => (await import('../screens/figures')).FiguresPage,
  },
  {
    path: '/standards',
    title: 'Standards',
    inNavigation: true,
    find: 'what passes, and why',
    load: async () => (await import('../screens/standards')).LibraryPage,
  },
  {
    path: '/standards/:id/:version',
    title: 'Standard',
    load: async () => (await import('../screens/standards')).StandardPage,
  },
  {
    path: '/standards/:id/:version/changes',
    title: 'Changes of a standard',
    load: async () => (await import('../screens/standards')).ChangesPage,
  },
  {
    path: '/standards/:id/:version/mocks',
    title: 'Mocks under another standard',
    right: 'compare all mocks',
    load: async () => (await import('../screens/standards')).DrivesPage,
  },
  {
    path: '/standards/:id/:version/edit',
    title: 'Edit standard',
    right: 'manage standards',
    load: async () => (await import('../screens/standard-editor')).EditorPage,
  },
  {
    path: '/school',
    title: 'School',
    inNavigation: true,
    find: 'trust, what counts as ready, advice, devices',
    load: async () => (await import('../screens/school')).SchoolPage,
  },
];

/** Where a screen is that needs no id: what may be left out of its address is. */
export const addressOf = ({ path }: Screen): string => path.replace(/\/:\w+\?/g, '');
