/** The work in its order, with what is done and what is out of date, and the one next action. */
import { Box, Button, Typography } from "@mui/material";
import { Link, NavLink } from "react-router";

import { PlanRunner, type Standing } from "../../features/passes";
import { WORDS, type Word } from "./words";

const MARKS = {
  current: { shape: "●", words: "" },
  stale: { shape: "◐", words: "out of date" },
  missing: { shape: "○", words: "not yet" },
} as const;

/** Checks are made whenever the painter likes: they are never done, and never out of date. */
const ANY_TIME = { shape: "○", words: "" };

function markOf(word: Word, standing: Standing | undefined) {
  if (word === "subject") return MARKS.current;
  if (word === "checks") return ANY_TIME;
  const state = standing?.[word];
  return state ? MARKS[state] : MARKS.missing;
}

const MOST_REASONS = 3;

/** What has changed since something was worked out. */
export function reasonWords(why: string[]): string {
  if (!why.length) return "";
  const told = why.slice(0, MOST_REASONS).join(", ");
  return `changed: ${told}${why.length > MOST_REASONS ? " and more" : ""}`;
}

/** What has changed since, below the word; beside it there is no room on a tablet. */
function Reason({ children }: { children: string }) {
  return (
    <Box component="span" sx={{ display: { xs: "none", md: "block" }, lineHeight: 1.3, pb: 0.5 }}>
      {children}
    </Box>
  );
}

interface Props {
  paintingId: number;
  title: string;
  standing: Standing | undefined;
  search: string;
  /** At a hosted site a painting can be shown to others. */
  mayShow: boolean;
}

export function WorkList({ paintingId, title, standing, search, mayShow }: Props) {
  return (
    <Box
      component="nav"
      aria-label="The work in its order"
      sx={{
        p: 2,
        display: "flex",
        flexDirection: { xs: "row", md: "column" },
        gap: { xs: 1, md: 0.5 },
        alignItems: { xs: "center", md: "stretch" },
        flexWrap: { xs: "wrap", md: "nowrap" },
      }}
    >
      <Typography
        variant="h2"
        sx={{ mb: { md: 1.5 }, width: { xs: "calc(100% - 220px)", md: "auto" }, overflowWrap: "anywhere" }}
      >
        {title}
      </Typography>
      {WORDS.map(({ word, title: name }) => {
        const mark = markOf(word, standing);
        const why = word === "checks" ? "" : reasonWords(standing?.why[word] ?? []);
        return (
          <NavLink
            key={word}
            to={`/paintings/${paintingId}/${word}${search}`}
            style={({ isActive }) => ({
              display: "flex",
              alignItems: "center",
              gap: 10,
              minHeight: 44,
              padding: "0 10px",
              color: "inherit",
              textDecoration: "none",
              borderRadius: 3,
              order: 2,
              fontWeight: isActive ? 680 : 450,
              background: isActive ? "var(--chosen-here)" : "none",
            })}
          >
            <span aria-hidden>{mark.shape}</span>
            <span>
              {name}
              {mark.words && (
                <Typography variant="caption" component="span" color="text.secondary">
                  {" "}
                  {mark.words}
                  {why && <Reason>{why}</Reason>}
                </Typography>
              )}
            </span>
          </NavLink>
        );
      })}
      <Box sx={{ mt: { md: 2 }, order: { xs: 1, md: 2 }, width: { xs: 200, md: "auto" } }}>
        <PlanRunner paintingId={paintingId} />
        {mayShow && (
          <Button component={Link} to={`/sharing/${paintingId}`} sx={{ mt: 1 }}>
            Show it to others
          </Button>
        )}
      </Box>
    </Box>
  );
}
