import { useState } from "react";
import ExpandMore from "@mui/icons-material/ExpandMore";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useNavigate } from "react-router";
import type { JobRecord } from "../api/client";
import { useJobs } from "../api/jobs";
import styles from "./TopBar.module.css";
import { viewGoneTo } from "./views";

/** The name of the open job, and the way to the others: each opens in the view that is shown now. */
export function JobMenu({ job }: { job: JobRecord }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data: jobs = [] } = useJobs();
  const navigate = useNavigate();
  const open = (path: string) => {
    setAnchor(null);
    void navigate(path);
  };
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
          </MenuItem>
        ))}
        <Divider />
        <MenuItem onClick={() => open("/jobs/new")}>New job</MenuItem>
        <MenuItem onClick={() => open(`/jobs/${job.id}/job`)}>All jobs</MenuItem>
      </Menu>
    </>
  );
}
