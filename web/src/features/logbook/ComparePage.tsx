/** Two paintings side by side: what they took, and what they were painted with. */
import {
  Box,
  Button,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";

import { Failed, Loading } from "../../shared/ui/States";
import { Swatch } from "../../shared/ui/Swatch";
import { compareQuery, type Compared, type Page } from "./queries";
import { comparedLine, pageAddress } from "./words";

export default function ComparePage() {
  const [asked] = useSearchParams();
  const found = useQuery(compareQuery(asked.get("first") ?? "", asked.get("second") ?? ""));
  if (found.isError) return <Failed error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Loading what="both paintings" />;
  const { first, second, lines } = found.data;
  const told = lines.filter((one) => one.first !== null || one.second !== null);
  return (
    <Box component="main" sx={{ p: 3, maxWidth: 1080, mx: "auto" }}>
      <title>{`${first.title} and ${second.title} · Ypsochrom`}</title>
      <Button component={Link} to="/logbook">
        Logbook
      </Button>
      <Typography variant="h1" sx={{ mb: 2 }}>
        {first.title} and {second.title}
      </Typography>
      <Stack direction="row" sx={{ gap: 2, mb: 3 }}>
        <Shown page={first} />
        <Shown page={second} />
      </Stack>
      <Table size="small" aria-label="Side by side">
        <TableHead>
          <TableRow>
            <TableCell />
            <TableCell align="right">{first.title}</TableCell>
            <TableCell align="right">{second.title}</TableCell>
            <TableCell align="right">the second is</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {told.map((one) => {
            const [title, ours, theirs] = comparedLine(one.what, one.first, one.second);
            return (
              <TableRow key={one.what}>
                <TableCell>{title}</TableCell>
                <TableCell align="right">{ours}</TableCell>
                <TableCell align="right">{theirs}</TableCell>
                <TableCell align="right">{one.times === null ? "" : `${one.times.toFixed(2)} ×`}</TableCell>
              </TableRow>
            );
          })}
          <TableRow>
            <TableCell>Method</TableCell>
            <TableCell align="right">{first.method}</TableCell>
            <TableCell align="right">{second.method}</TableCell>
            <TableCell />
          </TableRow>
        </TableBody>
      </Table>
      <Box
        sx={{ display: "grid", gridTemplateColumns: "repeat(auto-fit, minmax(240px, 1fr))", gap: 3, mt: 3 }}
      >
        <Tubes title="Tubes of both" tubes={found.data.both} />
        <Tubes title={`Only in ${first.title}`} tubes={found.data.first_alone} />
        <Tubes title={`Only in ${second.title}`} tubes={found.data.second_alone} />
      </Box>
    </Box>
  );
}

function Shown({ page }: { page: Page }) {
  return (
    <Box
      component={Link}
      to={pageAddress(page)}
      sx={{
        flex: 1,
        bgcolor: "surround.middle",
        p: 2,
        display: "grid",
        placeItems: "center",
        minHeight: 180,
      }}
    >
      {page.photo_url ? (
        <img src={page.photo_url} alt={page.title} style={{ maxWidth: "100%", maxHeight: 260 }} />
      ) : (
        <Typography>{page.title}</Typography>
      )}
    </Box>
  );
}

function Tubes({ title, tubes }: { title: string; tubes: Compared["both"] }) {
  if (tubes.length === 0) return null;
  return (
    <Box component="section">
      <Typography variant="h3" gutterBottom>
        {title}
      </Typography>
      {tubes.map((tube) => (
        <Stack key={tube.key} direction="row" sx={{ gap: 1, alignItems: "center", py: 0.25 }}>
          <Swatch colour={tube.colour} label={tube.name} size={18} />
          <Typography>{tube.name}</Typography>
        </Stack>
      ))}
    </Box>
  );
}
