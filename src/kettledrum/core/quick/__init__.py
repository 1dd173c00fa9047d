"""The quick question: a bicycle out of an advertisement, a rider and a landscape, answered at once."""
