import '@fontsource-variable/source-sans-3/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import './roof/base.css';
import { ChakraProvider } from '@chakra-ui/react';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { makeRouter } from './roof/router.tsx';
import { startedAhead } from './roof/started-ahead.ts';
import { makeStore } from './roof/store.ts';
import { system } from './roof/theme.ts';
import { applyColourMode } from './roof/colour-mode.ts';

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
