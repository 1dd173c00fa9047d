import { useState } from "react";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { Link, NavLink, useLocation } from "react-router";
import styles from "./Rail.module.css";
import { VIEW_GROUPS } from "./views";

type Group = (typeof VIEW_GROUPS)[number];

/** The views in the order of the work; only what exists is shown. On a phone each is two taps away. */
export function Rail({ jobId }: { jobId: string }) {
  return (
    <>
      <nav className={`${styles.rail} no-print`} aria-label="Views">
        <div className={styles.mark}>
          <img src="/favicon.svg" alt="" width={32} height={32} />
          <span>Kettledrum</span>
        </div>
        {VIEW_GROUPS.map((group) => (
          <section key={group.name} className={styles.group} aria-label={group.name}>
            <h2>{group.name}</h2>
            {group.views.map(({ name, path }) => (
              <NavLink key={path} to={`/jobs/${jobId}/${path}`} className={styles.entry}>
                {name}
              </NavLink>
            ))}
          </section>
        ))}
      </nav>
      <nav className={`${styles.bar} no-print`} aria-label="Groups of views">
        {VIEW_GROUPS.map((group) => (
          <GroupButton key={group.name} group={group} jobId={jobId} />
        ))}
      </nav>
    </>
  );
}

/** A group of views on a phone: its only view, or the list of them. */
function GroupButton({ group, jobId }: { group: Group; jobId: string }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const open = useLocation().pathname.split("/")[3];
  const here = group.views.find(({ path }) => path === open);
  const [only, ...more] = group.views;
  const look = { className: styles.groupButton, "data-here": here !== undefined };
  if (only && more.length === 0)
    return (
      <Button {...look} component={Link} to={`/jobs/${jobId}/${only.path}`}>
        {only.name}
      </Button>
    );
  return (
    <>
      <Button {...look} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {group.name}
        {here && <small>{here.name}</small>}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: "top", horizontal: "center" }}
        transformOrigin={{ vertical: "bottom", horizontal: "center" }}
      >
        {group.views.map(({ name, path }) => (
          <MenuItem
            key={path}
            component={Link}
            to={`/jobs/${jobId}/${path}`}
            selected={path === open}
            onClick={() => setAnchor(null)}
          >
            {name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
