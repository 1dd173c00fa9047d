import { useOutletContext } from "react-router";
import type { JobRecord } from "../api/client";

/** The job that a view shows, as its frame hands it on. */
export const useJobOfView = () => useOutletContext<JobRecord>();
