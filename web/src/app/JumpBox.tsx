import Autocomplete from "@mui/material/Autocomplete";
import Dialog from "@mui/material/Dialog";
import DialogContent from "@mui/material/DialogContent";
import TextField from "@mui/material/TextField";
import { useQuery } from "@tanstack/react-query";
import { useMatch, useNavigate } from "react-router";
import { api, dataOf, type JobPlaces } from "../api/client";
import { Letter } from "../ui/Letter";
import { VIEWS, viewGoneTo } from "./views";
import styles from "./Keys.module.css";

interface Place {
  id: string;
  group: string;
  name: string;
  letter?: string;
  of?: string;
  path: string;
  /** Whether it opens in the view that is shown now. */
  inView?: boolean;
}

/** Goes to a view, a job or a setup by a part of its name. */
export function JumpBox({ onClose }: { onClose: () => void }) {
  const here = useMatch("/jobs/:jobId/*")?.params.jobId;
  const navigate = useNavigate();
  const { data: jobs, error } = useQuery({
    queryKey: ["places"],
    queryFn: () => dataOf<JobPlaces[]>(api.GET("/api/jobs/places")),
    staleTime: 0,
  });
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      slotProps={{ container: { sx: { alignItems: "flex-start" } }, paper: { "aria-label": "Go to" } }}
    >
      <DialogContent>
        <Autocomplete<Place, false, true>
          open
          disableClearable
          autoHighlight
          options={placesOf(jobs ?? [], here)}
          loading={!jobs && !error}
          groupBy={(place) => place.group}
          getOptionLabel={(place) => place.name}
          getOptionKey={(place) => place.id}
          noOptionsText={error ? error.message : "Nothing has that name."}
          onChange={(_event, place) => {
            onClose();
            void navigate(place.inView ? `${place.path}/${viewGoneTo()}` : place.path);
          }}
          onClose={(_event, reason) => reason === "escape" && onClose()}
          renderGroup={({ key, group, children }) => (
            // A group of options has no list of its own for those who hear it.
            <div key={key} role="group" aria-label={group}>
              <div className={styles.group} aria-hidden>
                {group}
              </div>
              <ul role="none">{children}</ul>
            </div>
          )}
          renderOption={({ key, ...option }, place) => (
            <li key={key} {...option}>
              <span className={styles.option}>
                {place.letter && <Letter letter={place.letter} />}
                {place.name}
              </span>
              {place.of && <span className={styles.of}>{place.of}</span>}
            </li>
          )}
          renderInput={(params) => <TextField {...params} autoFocus label="Go to a view, a job or a setup" />}
          slotProps={{
            popper: {
              disablePortal: true,
              sx: { position: "static !important", transform: "none !important" },
            },
          }}
        />
      </DialogContent>
    </Dialog>
  );
}

/** The open job's own views and setups first. */
function placesOf(jobs: JobPlaces[], here: string | undefined): Place[] {
  const open = jobs.find((job) => job.id === here);
  const views = open ? VIEWS : [];
  const others = jobs.filter((job) => job !== open);
  const setups = (job: JobPlaces, of?: string) =>
    job.setups.map((setup) => ({
      id: setup.id,
      group: of ? "Setups of other jobs" : "Setups",
      name: setup.name,
      letter: setup.letter,
      of,
      path: `/jobs/${job.id}/setups/${setup.id}`,
    }));
  return [
    ...views.map(({ name, path }) => ({ id: path, group: "Views", name, path: `/jobs/${open?.id}/${path}` })),
    ...(open ? setups(open) : []),
    ...others.map((job) => ({
      id: job.id,
      group: "Jobs",
      name: job.name,
      path: `/jobs/${job.id}`,
      inView: true,
    })),
    ...others.flatMap((job) => setups(job, job.name)),
  ];
}
