import { OneSetup } from "../../setup/OneSetup";
import { WouldDo } from "./WouldDo";

/** Which hubs and gearboxes in Parts would do what the job wants, in place of a setup’s own. */
export const SearchView = () => <OneSetup view="search" of={WouldDo} />;
