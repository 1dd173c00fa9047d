"""Forces, air and grip: numbers in, numbers out."""
