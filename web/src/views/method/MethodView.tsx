import { useEffect } from "react";
import Button from "@mui/material/Button";
import Markdown from "react-markdown";
import rehypeSlug from "rehype-slug";
import remarkGfm from "remark-gfm";
import { Link, useLocation, useNavigate } from "react-router";
import text from "../../../../docs/method.md?raw";
import { useTitle } from "../../ui/title";
import styles from "./Method.module.css";

const SECTIONS = [...text.matchAll(/^## (.+)$/gm)].map(([, name = ""]) => ({
  name,
  // As rehype-slug makes them.
  at: name
    .toLowerCase()
    .replace(/[^a-z0-9 -]/g, "")
    .replaceAll(" ", "-"),
}));

/** How every figure is worked out, and from which source: docs/method.md, opened at a section. */
export function MethodView() {
  useTitle("How it is worked out");
  const { hash } = useLocation();
  const navigate = useNavigate();
  useEffect(() => {
    const heading = document.getElementById(hash.slice(1));
    if (!heading) return;
    heading.scrollIntoView();
    heading.tabIndex = -1;
    heading.focus({ preventScroll: true });
  }, [hash]);
  return (
    <main className={styles.page}>
      <p className="no-print">
        <Button onClick={() => void navigate(-1)}>Back</Button>
        <Button component={Link} to="/">
          To my jobs
        </Button>
      </p>
      <nav aria-label="Sections" className={`${styles.sections} no-print`}>
        {SECTIONS.map(({ name, at }) => (
          <Link key={at} to={`#${at}`} replace>
            {name}
          </Link>
        ))}
      </nav>
      <article className={styles.text}>
        <Markdown remarkPlugins={[remarkGfm]} rehypePlugins={[rehypeSlug]} components={{ a: PlainText }}>
          {text}
        </Markdown>
      </article>
    </main>
  );
}

/** Links lead to files of the project, which are not here. */
const PlainText = ({ children }: { children?: React.ReactNode }) => <>{children}</>;
