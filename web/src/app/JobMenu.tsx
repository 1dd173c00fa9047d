import { useState } from "react";
import ExpandMore from "@mui/icons-material/ExpandMore";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useNavigate } from "react-router";
import type { JobRecord } from "../api/client";
import { useDemo, useJobs } from "../api/jobs";
import { useNotify } from "../ui/Notices";
import styles from "./TopBar.module.css";
import { viewGoneTo } from "./views";

/** The name of the open job, and the way to the others: each opens in the view that is shown now. */
export function JobMenu({ job }: { job: JobRecord }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data: jobs = [] } = useJobs();
  const navigate = useNavigate();
  const { add, remove: putAway } = useDemo();
  const notify = useNotify();
  const own = jobs.find((each) => !each.demo);
  const demo = job.demo;
  const open = (path: string) => {
    setAnchor(null);
    void navigate(path);
  };
  const look = () =>
    add.mutateAsync().then(
      (first) => open(`/jobs/${first.id}/line-up`),
      (error: Error) => notify({ text: `The demo was not opened: ${error.message}`, failed: true }),
    );
  const remove = () =>
    putAway.mutateAsync(jobs.filter((each) => each.demo).map(({ id }) => id)).then(
      () => {
        notify({ text: "The demo was removed.", action: { label: "Bring it back", run: () => void look() } });
        open(own ? `/jobs/${own.id}/${viewGoneTo()}` : "/ask");
      },
      (error: Error) => notify({ text: `The demo was not removed: ${error.message}`, failed: true }),
    );
  return (
    <>
      <Button
        color="inherit"
        className={styles.jobButton}
        endIcon={<ExpandMore />}
        aria-haspopup="menu"
        title={job.need.name}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <span className={styles.jobName}>{job.need.name}</span>
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {jobs.map((each) => (
          <MenuItem
            key={each.id}
            selected={each.id === job.id}
            onClick={() => (each.id === job.id ? setAnchor(null) : open(`/jobs/${each.id}/${viewGoneTo()}`))}
          >
            {each.name}
            {each.demo && <span className={styles.demo}>demo</span>}
          </MenuItem>
        ))}
        <Divider />
        <MenuItem onClick={() => open("/ask")}>Ask a quick question</MenuItem>
        <MenuItem onClick={() => open("/jobs/new")}>New job</MenuItem>
        <MenuItem onClick={() => open(`/jobs/${job.id}/job`)}>All jobs</MenuItem>
        {demo ? (
          [
            <MenuItem key="leave" onClick={() => open(own ? `/jobs/${own.id}/${viewGoneTo()}` : "/ask")}>
              Leave the demo
            </MenuItem>,
            <MenuItem key="remove" onClick={() => void remove()}>
              Remove the demo
            </MenuItem>,
          ]
        ) : (
          <MenuItem onClick={() => void look()}>Look at the demo</MenuItem>
        )}
      </Menu>
    </>
  );
}
