import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate, Outlet, RouterProvider } from 'react-router'
import { queryClient } from './api/queries.ts'
import './app.css'
import { IntakeProvider } from './features/intake/intake.tsx'
import { Unavailable } from './features/shell/unavailable.tsx'
import { UnderWay } from './features/shell/under-way.tsx'
import { NoticesProvider } from './ui/notices.tsx'

function Shell() {
  return (
    <NoticesProvider>
      <UnderWay />
      <IntakeProvider>
        <div className="h-dvh">
          <Outlet />
        </div>
      </IntakeProvider>
    </NoticesProvider>
  )
}

// Each screen is fetched when it is first opened: the list of posts need not wait for the editor.
const router = createBrowserRouter([
  {
    element: <Shell />,
    hydrateFallbackElement: <div className="h-dvh" />,
    errorElement: <Unavailable error={new Error('This screen met a fault. What you wrote is kept in this browser.')} />,
    children: [
      { path: '/', element: <Navigate to="/posts" replace /> },
      {
        path: '/posts',
        lazy: async () => ({ Component: (await import('./features/posts/posts-screen.tsx')).PostsScreen }),
      },
      {
        path: '/posts/incoming',
        lazy: async () => ({ Component: (await import('./features/incoming/incoming-screen.tsx')).IncomingScreen }),
      },
      {
        path: '/posts/:id',
        lazy: async () => ({ Component: (await import('./features/board/board-screen.tsx')).BoardScreen }),
      },
      {
        path: '/posts/:id/proof',
        lazy: async () => ({ Component: (await import('./features/proof/proof-screen.tsx')).ProofScreen }),
      },
      {
        path: '/pictures',
        lazy: async () => ({ Component: (await import('./features/pictures/pictures-screen.tsx')).PicturesScreen }),
      },
      {
        path: '/pictures/bin',
        lazy: async () => ({ Component: (await import('./features/pictures/bin-screen.tsx')).BinScreen }),
      },
      {
        path: '/pictures/look-alikes',
        lazy: async () => ({
          Component: (await import('./features/look-alikes/look-alikes-screen.tsx')).LookAlikesScreen,
        }),
      },
      {
        path: '/pictures/sheet',
        lazy: async () => ({ Component: (await import('./features/sheet/sheet-screen.tsx')).SheetScreen }),
      },
      {
        path: '/pictures/:id/adjust',
        lazy: async () => ({ Component: (await import('./features/adjust/adjust-screen.tsx')).AdjustScreen }),
      },
      {
        path: '/sets',
        lazy: async () => ({ Component: (await import('./features/sets/sets-screen.tsx')).SetsScreen }),
      },
      {
        path: '/sets/:id',
        lazy: async () => ({ Component: (await import('./features/sets/set-screen.tsx')).SetScreen }),
      },
      {
        path: '/sets/:id/sheet',
        lazy: async () => ({ Component: (await import('./features/sets/set-sheet-screen.tsx')).SetSheetScreen }),
      },
      {
        path: '/front',
        lazy: async () => ({ Component: (await import('./features/front/front-screen.tsx')).FrontScreen }),
      },
      {
        path: '/front/shows/:id',
        lazy: async () => ({ Component: (await import('./features/front/show-screen.tsx')).ShowScreen }),
      },
      {
        path: '/house-style',
        lazy: async () => ({
          Component: (await import('./features/house-style/house-style-screen.tsx')).HouseStyleScreen,
        }),
      },
      {
        path: '/enter',
        lazy: async () => ({ Component: (await import('./features/enter/enter-screen.tsx')).EnterScreen }),
      },
      {
        path: '*',
        element: (
          <Unavailable
            error={new Error('There is no screen at this address.')}
            next="It may have been cut off when it was copied. Every screen can be reached from above."
          />
        ),
      },
    ],
  },
])

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
)
