import './zod-without-eval.ts'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, Navigate, Outlet, RouterProvider } from 'react-router'
import { queryClient } from './api/queries.ts'
import './app.css'
import { BoardScreen } from './features/board/board-screen.tsx'
import { useMeasuredType } from './features/house-style/use-measured-type.ts'
import { HouseStyleScreen } from './features/house-style/house-style-screen.tsx'
import { IntakeProvider } from './features/intake/intake.tsx'
import { PicturesScreen } from './features/pictures/pictures-screen.tsx'
import { PostsScreen } from './features/posts/posts-screen.tsx'
import { ProofScreen } from './features/proof/proof-screen.tsx'
import { Unavailable } from './features/shell/unavailable.tsx'
import { NoticesProvider } from './ui/notices.tsx'

function Shell() {
  useMeasuredType()
  return (
    <NoticesProvider>
      <IntakeProvider>
        <div className="h-dvh">
          <Outlet />
        </div>
      </IntakeProvider>
    </NoticesProvider>
  )
}

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Unavailable error={new Error('This screen met a fault. What you wrote is kept in this browser.')} />,
    children: [
      { path: '/', element: <Navigate to="/posts" replace /> },
      { path: '/posts', element: <PostsScreen /> },
      { path: '/posts/:id', element: <BoardScreen /> },
      { path: '/posts/:id/proof', element: <ProofScreen /> },
      { path: '/pictures', element: <PicturesScreen /> },
      { path: '/house-style', element: <HouseStyleScreen /> },
      { path: '*', element: <Unavailable error={new Error('There is no screen at this address.')} /> },
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
