"""One file a kind of fitting, named by it with underscores. Losses: valves and tees after the equivalent lengths of the Crane paper
(K = n·f_T; f_T about 0.026 at ½ in), a test holds them to a library of fluid mechanics; strainers, filters and injectors from memory of
data sheets, ± half. Masses from memory.
"""
