"""What a setup file and a shelf file hold: stages, motors, wheels, pieces, and what their makers state."""
