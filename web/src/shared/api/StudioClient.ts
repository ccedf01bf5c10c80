/** The page's memory of the server's answers, in which no answer of before a change outlives it. */
import { QueryClient, type InvalidateOptions, type InvalidateQueryFilters } from "@tanstack/react-query";

export class StudioClient extends QueryClient {
  /** Ask anew, also where the first answer is still on its way: that one may have been given before the change. */
  override async invalidateQueries(filters: InvalidateQueryFilters = {}, options: InvalidateOptions = {}) {
    const onTheirWay = this.getQueryCache()
      .findAll(filters)
      .filter((query) => query.state.data === undefined && query.state.fetchStatus === "fetching");
    await Promise.all(onTheirWay.map((query) => query.cancel({ revert: true }).catch(() => undefined)));
    return super.invalidateQueries(filters, options);
  }

  /** What a change was answered stands: an answer still on its way may have been given before the change, and goes unread. */
  override setQueryData = ((...given: Parameters<QueryClient["setQueryData"]>) => {
    const now = super.setQueryData(...given);
    void this.cancelQueries({ queryKey: given[0], exact: true });
    return now;
  }) as QueryClient["setQueryData"];
}
