-- What is told apart when losses are learned: a run's medium, registration, hand or press, and place among the runs. Null for runs of before.
ALTER TABLE run_losses ADD COLUMN way TEXT;
