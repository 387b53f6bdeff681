-- How films dry is learned from the looks at them in all prints, whenever one is opened.
CREATE INDEX bench_log_dried ON bench_log (print_id) WHERE act ->> 'dried' IS NOT NULL;
