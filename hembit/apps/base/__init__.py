"""What all areas share: records that stay, their order, pages of lists, texts that people type."""
