"""The job step: the job and its rigs, the brief and what follows from it, the wishes."""
