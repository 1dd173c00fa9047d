import ArchiveOutlined from "@mui/icons-material/ArchiveOutlined";
import ContentCopyOutlined from "@mui/icons-material/ContentCopyOutlined";
import ContentPasteOutlined from "@mui/icons-material/ContentPasteOutlined";
import DeleteOutlined from "@mui/icons-material/DeleteOutlined";
import FileDownloadOutlined from "@mui/icons-material/FileDownloadOutlined";
import FileOpenOutlined from "@mui/icons-material/FileOpenOutlined";
import RestoreOutlined from "@mui/icons-material/RestoreOutlined";
import Add from "@mui/icons-material/Add";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import { Link, useNavigate } from "react-router";
import type { JobSummary } from "../../api/client";
import { useDeletedJobs, useJobActions, useJobs } from "../../api/jobs";
import { useBringIn } from "../../exchange/BringInContext";
import { FileInput, useFileInput } from "../../ui/FileInput";
import { useNotify } from "../../ui/Notices";
import styles from "./Job.module.css";

/** Every job, to be opened, copied or put away; and those that were, to be brought back. */
export function JobList({ openId }: { openId: string | undefined }) {
  const { data: jobs = [] } = useJobs();
  const { data: deleted = [] } = useDeletedJobs();
  const { copy, remove, restore } = useJobActions();
  const navigate = useNavigate();
  const notify = useNotify();
  const failed = (what: string) => (error: Error) =>
    notify({ text: `${what}: ${error.message}`, failed: true });

  const bringIn = useBringIn();
  const file = useFileInput();

  const open = (job: { id: string }) => navigate(`/jobs/${job.id}/job`);
  const bringBack = (job: JobSummary) =>
    restore.mutateAsync(job.id).then(open, failed(`“${job.name}” was not brought back`));
  const putAway = async (job: JobSummary) => {
    try {
      await remove.mutateAsync(job.id);
    } catch (error) {
      failed(`“${job.name}” was not deleted`)(error as Error);
      return;
    }
    notify({
      text: `“${job.name}” was deleted.`,
      action: { label: "Bring it back", run: () => void bringBack(job) },
    });
    if (job.id === openId) void navigate("/");
  };

  return (
    <section className={styles.list} aria-label="Jobs">
      <div className={styles.listHead}>
        <h2>Jobs</h2>
        <span>
          <Button component={Link} to="/jobs/new" startIcon={<Add />}>
            New job
          </Button>
          <Button startIcon={<FileOpenOutlined />} onClick={file.pick}>
            From a file
          </Button>
          <Button startIcon={<ContentPasteOutlined />} onClick={bringIn.paste}>
            Paste
          </Button>
        </span>
      </div>
      <FileInput label="Job file" input={file.input} onFiles={bringIn.files} />
      <ul>
        {jobs.map((job) => (
          <li key={job.id} aria-current={job.id === openId}>
            <Link to={`/jobs/${job.id}/job`}>{job.name}</Link>
            <span className={styles.count}>
              {job.setup_count === 1 ? "1 setup" : `${job.setup_count} setups`}
            </span>
            <IconButton
              size="small"
              href={`/api/jobs/${job.id}/file`}
              download={`${job.name}.json`}
              aria-label={`Save ${job.name} as a file`}
              title="Save as a file"
            >
              <FileDownloadOutlined fontSize="small" />
            </IconButton>
            <IconButton
              size="small"
              aria-label={`Copy ${job.name}`}
              title="Copy"
              onClick={() => void copy.mutateAsync(job.id).then(open, failed(`“${job.name}” was not copied`))}
            >
              <ContentCopyOutlined fontSize="small" />
            </IconButton>
            <IconButton
              size="small"
              aria-label={`Delete ${job.name}`}
              title="Delete"
              onClick={() => void putAway(job)}
            >
              <DeleteOutlined fontSize="small" />
            </IconButton>
          </li>
        ))}
      </ul>
      {jobs.length > 0 && (
        <Button startIcon={<ArchiveOutlined />} href="/api/archive" download>
          Save all jobs and parts in one archive
        </Button>
      )}
      {deleted.length > 0 && (
        <>
          <h3>Deleted</h3>
          <ul>
            {deleted.map((job) => (
              <li key={job.id}>
                <span className={styles.gone}>{job.name}</span>
                <Button
                  startIcon={<RestoreOutlined />}
                  aria-label={`Bring ${job.name} back`}
                  onClick={() => void bringBack(job)}
                >
                  Bring back
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
