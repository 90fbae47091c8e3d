"""What tests of several rooms share."""
