import { useCallback } from 'react';
import { useNavigate, type NavigateOptions, type To } from 'react-router';

/**
 * Goes on within a screen. Acts and lists may end after the person went elsewhere, while that other
 * screen is still on its way: then nobody is pulled back.
 */
export function useNavigateWithin(screen: string) {
  const navigate = useNavigate();
  return useCallback(
    async (to: To, options?: NavigateOptions) => {
      if (window.location.pathname.startsWith(screen)) {
        await navigate(to, options);
      }
    },
    [navigate, screen],
  );
}
