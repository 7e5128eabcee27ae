import {
  createRootRoute,
  createRoute,
  createRouter,
  Link,
  lazyRouteComponent,
  Outlet,
  redirect,
} from '@tanstack/react-router';
import { STEPS, type Step } from './steps';
import { LateralsView } from './views/laterals/LateralsView';

const root = createRootRoute({
  component: () => (
    <>
      <a className="skip" href="#work">
        Skip to the work
      </a>
      <Outlet />
    </>
  ),
  notFoundComponent: () => (
    <main className="nowhere" id="work">
      <h1>There is nothing at this address</h1>
      <p>
        A lateral is at <code>/lateral/11/log</code>, its number and a step. <Link to="/">Go to Laterals</Link>
      </p>
    </main>
  ),
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
  // /lateral/11/log?at=41.5 opens at that footage
  validateSearch: ({ at }: { at?: unknown }): { at?: number } =>
    typeof at === 'number' && Number.isFinite(at) ? { at } : {},
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

/** A part of the desk that did not come, or broke: what is typed is kept, and the way on is said. */
function Broken({ error }: { error: unknown }) {
  const words = error instanceof Error ? error.message : String(error);
  return (
    <main className="nowhere" id="work" role="alert">
      <h1>▲ This could not be shown</h1>
      <p>
        {/import|fetch|load/i.test(words)
          ? 'The server does not answer: is Bell Stone still running? Start it again, then try again.'
          : `It broke while it was drawn: ${words}.`}{' '}
        What you typed is kept in this browser.
      </p>
      <p>
        <button type="button" onClick={() => window.location.reload()}>
          Try again
        </button>{' '}
        <Link to="/">Go to Laterals</Link>
      </p>
    </main>
  );
}

export const router = createRouter({
  routeTree: root.addChildren([laterals, desk, scheme]),
  defaultErrorComponent: Broken,
});

declare module '@tanstack/react-router' {
  interface Register {
    router: typeof router;
  }
}
