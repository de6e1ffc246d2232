import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import '../look/theme.css';
import { router } from './router';
import { store } from '../store/store';

// A page that the browser kept for its way back may be the last person's.
window.addEventListener('pageshow', ({ persisted }) => {
  if (persisted) window.location.reload();
});

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
