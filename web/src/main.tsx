import '@fontsource-variable/source-sans-3/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import './app/base.css';
import { ChakraProvider } from '@chakra-ui/react';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { makeRouter } from './app/router.tsx';
import { startedAhead } from './app/started-ahead.ts';
import { makeStore } from './app/store.ts';
import { system } from './app/theme.ts';
import { applyColourMode } from './app/colour-mode.ts';

applyColourMode();
const store = makeStore();
await startedAhead(store.dispatch);
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <ChakraProvider value={system}>
        <RouterProvider router={makeRouter()} />
      </ChakraProvider>
    </Provider>
  </StrictMode>,
);
