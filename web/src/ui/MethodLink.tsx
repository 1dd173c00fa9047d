import { Link } from "react-router";
import styles from "./MethodLink.module.css";

/** To the section of docs/method.md that tells how the figures here are worked out. */
export const MethodLink = ({ to }: { to: string }) => (
  <Link className={`${styles.link} no-print`} to={`/method#${to}`}>
    How it is worked out
  </Link>
);
