-- What is left in the pots of all prints is looked for whenever ink is mixed.
CREATE INDEX bench_log_pots ON bench_log (print_id) WHERE act ->> 'kind' = 'pot-begun';
