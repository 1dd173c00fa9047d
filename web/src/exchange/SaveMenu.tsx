import { useState } from "react";
import FileDownloadOutlined from "@mui/icons-material/FileDownloadOutlined";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useNotify } from "../ui/Notices";

export interface Saving {
  label: string;
  /** What is done; the words it gives, if any, are said. */
  run: () => Promise<string | undefined>;
}

/** The forms in which what is on the screen can be taken elsewhere. */
export function SaveMenu({ groups }: { groups: Saving[][] }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const notify = useNotify();
  const run = async (saving: Saving) => {
    setAnchor(null);
    try {
      const said = await saving.run();
      if (said) notify({ text: said });
    } catch (error) {
      notify({ text: `${saving.label}: ${(error as Error).message}`, failed: true });
    }
  };
  return (
    <>
      <Button
        className="no-print"
        startIcon={<FileDownloadOutlined />}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Save as…
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {groups.flatMap((group, place) => [
          ...(place > 0 ? [<Divider key={`line-${place}`} />] : []),
          ...group.map((saving) => (
            <MenuItem key={saving.label} onClick={() => void run(saving)}>
              {saving.label}
            </MenuItem>
          )),
        ])}
        <Divider />
        <MenuItem
          onClick={() => {
            setAnchor(null);
            // Once the menu is off the page.
            window.setTimeout(() => window.print(), 300);
          }}
        >
          Print…
        </MenuItem>
      </Menu>
    </>
  );
}
