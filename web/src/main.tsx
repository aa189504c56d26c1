import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { GearEditorPage } from './gear/GearEditorPage.tsx';
import { GearLibraryPage } from './gear/GearLibraryPage.tsx';
import { JobPage } from './pages/JobPage.tsx';
import { JobsPage } from './pages/JobsPage.tsx';
import { store } from './state/store.ts';
import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/600.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/atkinson-hyperlegible-mono/400.css';
import '@fontsource/atkinson-hyperlegible-mono/600.css';
import './styles.css';

const router = createBrowserRouter([
  { path: '/', element: <Navigate to="/jobs" replace /> },
  { path: '/jobs', element: <JobsPage /> },
  { path: '/jobs/:jobId', element: <JobPage /> },
  { path: '/jobs/:jobId/:step', element: <JobPage /> },
  { path: '/gear', element: <GearLibraryPage /> },
  { path: '/gear/:gearId', element: <GearEditorPage key="gear" /> },
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
