import { createBrowserRouter, Navigate } from 'react-router';
import { Loading } from '../ui/Notice';
import { AccountPage } from './pages/AccountPage';
import { BrokenPage } from './pages/BrokenPage';
import { DeskPage } from './pages/DeskPage';
import { SetUpPage } from './pages/SetUpPage';
import { SignInPage } from './pages/SignInPage';
import { TeamPage } from './pages/TeamPage';
import { SignedIn } from '../shell/SignedIn';
import { TastingShell } from '../shell/TastingShell';

const drafting = () => import('../drafting/DraftKeeper').then(({ DraftKeeper }) => ({ Component: DraftKeeper }));

export const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInPage /> },
  { path: '/set-up', element: <SetUpPage /> },
  {
    path: '/f/:token',
    hydrateFallbackElement: <Loading what="the findings" />,
    lazy: () => import('./pages/SharedPage').then(({ SharedPage }) => ({ Component: SharedPage })),
  },
  {
    element: <SignedIn />,
    errorElement: <BrokenPage />,
    hydrateFallbackElement: <Loading what="Jacana" />,
    children: [
      { path: '/', element: <DeskPage /> },
      { path: '/team', element: <TeamPage /> },
      { path: '/account', element: <AccountPage /> },
      {
        path: '/tastings/:id',
        element: <TastingShell />,
        children: [
          { index: true, element: null },
          {
            lazy: drafting,
            children: [
              {
                path: 'ask',
                lazy: () => import('../stages/ask/AskPage').then(({ AskPage }) => ({ Component: AskPage })),
              },
              {
                path: 'plan',
                lazy: () => import('../stages/plan/PlanPage').then(({ PlanPage }) => ({ Component: PlanPage })),
              },
            ],
          },
          {
            path: 'cook',
            lazy: () => import('../stages/cook/CookPage').then(({ CookPage }) => ({ Component: CookPage })),
          },
          {
            path: 'cook/live',
            lazy: () => import('../stages/cook/live/LivePage').then(({ LivePage }) => ({ Component: LivePage })),
          },
          {
            path: 'serve',
            lazy: () => import('../stages/serve/ServePage').then(({ ServePage }) => ({ Component: ServePage })),
          },
          {
            path: 'serve/carry',
            lazy: () => import('../stages/serve/carry/CarryPage').then(({ CarryPage }) => ({ Component: CarryPage })),
          },
          {
            path: 'taste',
            lazy: () => import('../stages/taste/TastePage').then(({ TastePage }) => ({ Component: TastePage })),
          },
          {
            path: 'taste/paper',
            lazy: () => import('../stages/taste/paper/PaperPage').then(({ PaperPage }) => ({ Component: PaperPage })),
          },
          {
            path: 'links',
            lazy: () => import('../stages/taste/LinksSheet').then(({ LinksSheet }) => ({ Component: LinksSheet })),
          },
          {
            path: 'read',
            lazy: () => import('../stages/read/ReadPage').then(({ ReadPage }) => ({ Component: ReadPage })),
          },
        ],
      },
      { path: '*', element: <Navigate to="/" replace /> },
    ],
  },
]);
