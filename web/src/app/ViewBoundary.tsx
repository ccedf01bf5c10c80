/** What a painter sees when a view fails: what happened, what is kept, what to do. One around every view, one around the shell. */
import { Component, type ReactNode } from "react";

import { Alert, AlertTitle, Button, Stack } from "@mui/material";

interface Props {
  /** What failed, as in "the areas". */
  what: string;
  /** Another view: a failure of the one before is forgotten. */
  resetKey?: string;
  children: ReactNode;
}

interface State {
  failed: boolean;
  resetKey: string | undefined;
}

export class ViewBoundary extends Component<Props, State> {
  override state: State = { failed: false, resetKey: this.props.resetKey };

  static getDerivedStateFromError(): Partial<State> {
    return { failed: true };
  }

  static getDerivedStateFromProps(props: Props, state: State): Partial<State> | null {
    return props.resetKey === state.resetKey ? null : { failed: false, resetKey: props.resetKey };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return (
      <Alert severity="error" sx={{ m: 2, gridArea: "viewer" }}>
        <AlertTitle>{`Something went wrong while showing ${this.props.what}.`}</AlertTitle>
        Everything you had changed is kept on the server. Try again; if it happens once more, reload the page.
        <Stack direction="row" sx={{ mt: 1 }}>
          <Button color="inherit" onClick={() => this.setState({ failed: false })}>
            Try again
          </Button>
          <Button color="inherit" onClick={() => window.location.reload()}>
            Reload the page
          </Button>
        </Stack>
      </Alert>
    );
  }
}
