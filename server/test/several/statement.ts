import { createConnection } from 'mysql2/promise';

/** Sends one statement to a database beside the program: what time would do, say. */
export const statement = async (url: string, text: string): Promise<void> => {
  const connection = await createConnection(url);
  try {
    await connection.query(text);
  } finally {
    connection.destroy();
  }
};
