import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Problem } from '../api/client';
import { CorrectPage, CreditsPage, Desk } from '../features/desk';
import { Welcome } from '../features/session';
import { theme } from '../theme/theme';
import { Shell } from './Shell';

const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? '';
const styles = createCache({ key: 's', nonce });

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (count, error) => count < 2 && !(error instanceof Problem),
      refetchOnWindowFocus: false,
    },
  },
});

const Arrivals = lazy(() => import('../features/arrivals').then((m) => ({ default: m.Arrivals })));
const Customers = lazy(() =>
  import('../features/customers').then((m) => ({ default: m.Customers })),
);
const Deposits = lazy(() => import('../features/deposits').then((m) => ({ default: m.Deposits })));
const BankList = lazy(() => import('../features/deposits').then((m) => ({ default: m.BankList })));
const TiePage = lazy(() => import('../features/deposits').then((m) => ({ default: m.TiePage })));
const ReceiptPage = lazy(() =>
  import('../features/onhand').then((m) => ({ default: m.ReceiptPage })),
);
const TakingsPage = lazy(() =>
  import('../features/onhand').then((m) => ({ default: m.TakingsPage })),
);
const SimulatedBank = lazy(() =>
  import('../features/standin').then((m) => ({ default: m.SimulatedBank })),
);
const Books = lazy(() => import('../features/books').then((m) => ({ default: m.Books })));
const Rules = lazy(() => import('../features/rules').then((m) => ({ default: m.Rules })));
const SetUp = lazy(() => import('../features/setup').then((m) => ({ default: m.SetUp })));
const PostingTrail = lazy(() =>
  import('../features/trail').then((m) => ({ default: m.PostingTrail })),
);
const ItemTrail = lazy(() => import('../features/trail').then((m) => ({ default: m.ItemTrail })));

const router = createBrowserRouter([
  { path: 'welcome', element: <Welcome /> },
  {
    element: <Shell />,
    children: [
      { index: true, element: <Navigate to="/desk" replace /> },
      { path: 'desk/:moneyId?', element: <Desk /> },
      { path: 'correct/:number', element: <CorrectPage /> },
      { path: 'credits', element: <CreditsPage /> },
      { path: 'arrivals/:arrivalId?/:step?', element: <Arrivals /> },
      { path: 'receipts/new', element: <ReceiptPage /> },
      { path: 'takings/new', element: <TakingsPage /> },
      { path: 'ties', element: <TiePage /> },
      { path: 'accounts/:accountId', element: <BankList /> },
      { path: 'deposits/:depositId?', element: <Deposits /> },
      { path: 'simulated-bank', element: <SimulatedBank /> },
      { path: 'customers/:customerId?', element: <Customers /> },
      { path: 'books/:tab?', element: <Books /> },
      { path: 'rules', element: <Rules /> },
      { path: 'set-up/:part?', element: <SetUp /> },
      { path: 'trail/postings/:number', element: <PostingTrail /> },
      { path: 'trail/items/:itemId', element: <ItemTrail /> },
      { path: '*', element: <p>There is no such page.</p> },
    ],
  },
]);

export function App() {
  return (
    <CacheProvider value={styles}>
      <ThemeProvider theme={theme}>
        <QueryClientProvider client={queries}>
          <Suspense>
            <RouterProvider router={router} />
          </Suspense>
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  );
}
