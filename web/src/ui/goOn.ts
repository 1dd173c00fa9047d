import { useNavigate } from "react-router";

/**
 * To go on, once something has been made, to where it is: unless one has gone elsewhere meanwhile.
 *
 * Called when it is asked for, it gives what is called when it is there.
 */
export function useGoOn() {
  const navigate = useNavigate();
  return () => {
    const from = window.location.pathname;
    return async (to: string) => {
      if (window.location.pathname === from) await navigate(to);
    };
  };
}
