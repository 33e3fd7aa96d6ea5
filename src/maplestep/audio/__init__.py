"""Sound: recordings in, core values out. numpy, scipy and libsndfile live here and nowhere else."""
