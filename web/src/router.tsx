import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
  Outlet,
  redirect,
} from '@tanstack/react-router';
import { STEPS, type Step } from './steps';
import { LateralsView } from './views/laterals/LateralsView';

const root = createRootRoute({
  component: Outlet,
  notFoundComponent: () => <p>There is nothing here. Go to Laterals.</p>,
});
const laterals = createRoute({ getParentRoute: () => root, path: '/', component: LateralsView });

const desk = createRoute({
  getParentRoute: () => root,
  path: '/lateral/$id/$step',
  params: {
    parse: ({ id, step }) => ({
      id: Number(id),
      step: (STEPS as readonly string[]).includes(step) ? (step as Step) : 'log',
    }),
    stringify: ({ id, step }) => ({ id: String(id), step }),
  },
  beforeLoad: ({ params }) => {
    if (!Number.isInteger(params.id)) throw redirect({ to: '/' });
  },
  component: lazyRouteComponent(() => import('./views/desk/DeskView'), 'DeskView'),
});

const scheme = createRoute({
  getParentRoute: () => root,
  path: '/scheme',
  component: lazyRouteComponent(() => import('./views/scheme/SchemeView'), 'SchemeView'),
});

export const router = createRouter({ routeTree: root.addChildren([laterals, desk, scheme]) });

declare module '@tanstack/react-router' {
  interface Register {
    router: typeof router;
  }
}
