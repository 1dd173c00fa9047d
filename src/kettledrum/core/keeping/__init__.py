"""What a bicycle costs to own and to keep going."""
