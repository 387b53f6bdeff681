-- What layings by brush took is looked for over all prints, whenever one is opened.
CREATE INDEX bench_log_brushed ON bench_log (print_id) WHERE act ->> 'kind' = 'brushed-with';
