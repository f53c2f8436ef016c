"""What a scale says: the rig as it was weighed, readings against what is predicted, where a difference sits, what to weigh next."""
