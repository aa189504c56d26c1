import { StrictMode, Suspense, type ReactNode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { MovedNotice } from './pages/MovedNotice.tsx';
import { JobsPage } from './pages/JobsPage.tsx';
import { store } from './state/store.ts';
import { Boundary } from './ui/Boundary.tsx';
import { lazily } from './ui/lazily.ts';
import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/600.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/atkinson-hyperlegible-mono/400.css';
import '@fontsource/atkinson-hyperlegible-mono/600.css';
// What these lack: the signs that the screens write, at once; letters that people write in names, when they are met.
import 'virtual:fonts/signs.css';
import '@fontsource/dejavu-sans/400.css';
import '@fontsource/dejavu-sans/700.css';
import '@fontsource/dejavu-mono/400.css';
import '@fontsource/dejavu-mono/700.css';
import './styles.css';

// Each page comes with what it needs, once it is gone to.
const GearEditorPage = lazily(async () => (await import('./gear/GearEditorPage.tsx')).GearEditorPage);
const GearLibraryPage = lazily(async () => (await import('./gear/GearLibraryPage.tsx')).GearLibraryPage);
const JobPage = lazily(async () => (await import('./pages/JobPage.tsx')).JobPage);

/** A page that fails says so in its place, with a way back. */
function page(name: string, element: ReactNode): ReactNode {
  const exits = (
    <a className="underline" href="/jobs">
      All jobs
    </a>
  );
  return (
    <Boundary key={name} name={name} exits={exits}>
      <MovedNotice />
      <Suspense fallback={<main className="p-8">Opening …</main>}>{element}</Suspense>
    </Boundary>
  );
}

const router = createBrowserRouter([
  { path: '/', element: <Navigate to="/jobs" replace /> },
  { path: '/jobs', element: page('The list of jobs', <JobsPage />) },
  { path: '/jobs/:jobId', element: page('This job', <JobPage />) },
  { path: '/jobs/:jobId/:step', element: page('This job', <JobPage />) },
  { path: '/gear', element: page('The gear library', <GearLibraryPage />) },
  { path: '/gear/:gearId', element: page('This gear type', <GearEditorPage key="gear" />) },
  { path: '*', element: <Navigate to="/jobs" replace /> },
]);

const root = document.getElementById('root');
if (root === null) throw new Error('The page has no root.');
createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
