"""What is in a tank: the one place that answers, for one tank or for those that an open pipe makes one."""
