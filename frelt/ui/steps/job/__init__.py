"""The step of the job."""
